import { openedPlan } from '~/core/plan'
import type { Site } from '~/core/plan'
import type { Action, Start, TimedAction } from '~/core/world'
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
  /** How its gear began. */
  begins: Start
}

/** A run part of the way: the world as it stood after so many actions. */
export interface Checkpoint {
  atUs: number
  actions: number
  body: Buffer
}

type Row = Omit<BenchRun, 'plan' | 'actions'> & { plan: string }

/** Simulated time now: it goes on while nobody looks, and across restarts. */
export const benchTimeUs = (run: Pick<BenchRun, 'speed' | 'anchorMs' | 'anchorUs'>, nowMs: number): number =>
  run.anchorUs + Math.round(Math.max(0, nowMs - run.anchorMs) * 1000 * run.speed)

/** A plan in an action may be of an earlier version. */
const movedAction = (action: Action): Action =>
  action.kind === 'replan' ? { ...action, site: openedPlan(action.site) } : action

export function benchRunStore(db: Db, now: () => Date = () => new Date()) {
  const row = db.prepare<[string], Row>(`
    SELECT seed, revision, plan, speed, anchor_ms AS anchorMs, anchor_us AS anchorUs, begins FROM bench_run WHERE site_id = ?`)
  const actionsOf = db.prepare<[string], { atUs: number; body: string }>(
    'SELECT at_us AS atUs, body FROM bench_action WHERE site_id = ? ORDER BY serial',
  )
  const insert = db.prepare(`
    INSERT INTO bench_run (site_id, seed, revision, plan, speed, anchor_ms, anchor_us, begins)
    VALUES (@siteId, @seed, @revision, @plan, @speed, @anchorMs, 0, @begins)`)
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
      .map(({ atUs, body }) => ({ atUs, action: movedAction(JSON.parse(body) as Action) }))
    return { ...found, plan: openedPlan(JSON.parse(found.plan)), actions }
  }

  const start = db.transaction(
    (siteId: string, revision: number, plan: Site, seed: number, speed: number, begins: Start) => {
      drop.run(siteId)
      insert.run({
        siteId,
        seed,
        revision,
        plan: JSON.stringify(plan),
        speed,
        begins,
        anchorMs: now().getTime(),
      })
    },
  )

  /** Files an action at its simulated time. */
  const act = (siteId: string, { atUs, action }: TimedAction): void => {
    addAction.run({ siteId, atUs, body: JSON.stringify(action) })
  }

  const keep = db.prepare(`
    INSERT INTO bench_checkpoint (site_id, at_us, actions, program, body)
    VALUES (@siteId, @atUs, @actions, @program, @body)
    ON CONFLICT (site_id) DO UPDATE SET at_us = excluded.at_us, actions = excluded.actions,
      program = excluded.program, body = excluded.body`)
  const checkpoint = db.prepare<[string, string], Checkpoint>(
    'SELECT at_us AS atUs, actions, body FROM bench_checkpoint WHERE site_id = ? AND program = ?',
  )

  return {
    read,
    start,
    act,
    /** The state that a run had come to, as this program wrote it; another program begins from the start. */
    keep: (siteId: string, program: string, kept: Checkpoint): void => {
      keep.run({ siteId, program, ...kept })
    },
    checkpoint: (siteId: string, program: string): Checkpoint | null =>
      checkpoint.get(siteId, program) ?? null,
    clear: (siteId: string) => drop.run(siteId).changes > 0,
    /** Sets the speed, and optionally jumps to a simulated time. */
    setClock: (siteId: string, speed: number, atUs: number) =>
      setClock.run(speed, now().getTime(), atUs, siteId),
  }
}
