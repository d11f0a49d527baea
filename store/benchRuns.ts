import { openedPlan } from '~/core/plan'
import type { Site } from '~/core/plan'
import type { BenchAction, TimedAction } from '~/core/world/adoption'
import type { Db } from './database'

/** A run on the bench: everything needed to play it again from its start. */
export interface BenchRun {
  seed: number
  revision: number
  plan: Site
  /** Simulated seconds per second; 0 stands still. */
  speed: number
  /** At that wall-clock time the bench stood at that simulated time. */
  anchorMs: number
  anchorUs: number
  actions: TimedAction[]
}

type Row = Omit<BenchRun, 'plan' | 'actions'> & { plan: string }

/** Simulated time now: it goes on while nobody looks, and across restarts. */
export const benchTimeUs = (run: Pick<BenchRun, 'speed' | 'anchorMs' | 'anchorUs'>, nowMs: number): number =>
  run.anchorUs + Math.round(Math.max(0, nowMs - run.anchorMs) * 1000 * run.speed)

/** A plan in an action may be of an earlier version. */
const movedAction = (action: BenchAction): BenchAction =>
  action.kind === 'replan' ? { ...action, site: openedPlan(action.site) } : action

export function benchRunStore(db: Db, now: () => Date = () => new Date()) {
  const row = db.prepare<[string], Row>(`
    SELECT seed, revision, plan, speed, anchor_ms AS anchorMs, anchor_us AS anchorUs FROM bench_run WHERE site_id = ?`)
  const actionsOf = db.prepare<[string], { atUs: number; body: string }>(
    'SELECT at_us AS atUs, body FROM bench_action WHERE site_id = ? ORDER BY serial',
  )
  const insert = db.prepare(`
    INSERT INTO bench_run (site_id, seed, revision, plan, speed, anchor_ms, anchor_us)
    VALUES (@siteId, @seed, @revision, @plan, @speed, @anchorMs, 0)`)
  const drop = db.prepare('DELETE FROM bench_run WHERE site_id = ?')
  const setClock = db.prepare(
    'UPDATE bench_run SET speed = ?, anchor_ms = ?, anchor_us = ? WHERE site_id = ?',
  )
  const addAction = db.prepare(`
    INSERT INTO bench_action (site_id, serial, at_us, body)
    VALUES (@siteId, (SELECT count(*) FROM bench_action WHERE site_id = @siteId), @atUs, @body)`)

  function read(siteId: string): BenchRun | null {
    const found = row.get(siteId)
    if (!found) return null
    const actions = actionsOf
      .all(siteId)
      .map(({ atUs, body }) => ({ atUs, action: movedAction(JSON.parse(body) as BenchAction) }))
    return { ...found, plan: openedPlan(JSON.parse(found.plan)), actions }
  }

  const start = db.transaction(
    (siteId: string, revision: number, plan: Site, seed: number, speed: number) => {
      drop.run(siteId)
      insert.run({ siteId, seed, revision, plan: JSON.stringify(plan), speed, anchorMs: now().getTime() })
    },
  )

  /** Files an action at the present simulated time. */
  const act = db.transaction((siteId: string, action: BenchAction): boolean => {
    const run = read(siteId)
    if (!run) return false
    addAction.run({ siteId, atUs: benchTimeUs(run, now().getTime()), body: JSON.stringify(action) })
    return true
  })

  return {
    read,
    start,
    act,
    clear: (siteId: string) => drop.run(siteId).changes > 0,
    /** Sets the speed, and optionally jumps to a simulated time. */
    setClock: (siteId: string, speed: number, atUs: number) =>
      setClock.run(speed, now().getTime(), atUs, siteId),
  }
}
