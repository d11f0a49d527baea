import { openedPlan } from '~/core/plan'
import type { LinkEnd, Site } from '~/core/plan'
import type { BuiltWhat, Move, Paced, QuietHours } from '~/core/guide/runbook'
import type { Db } from './database'

/** The plan as it was when somebody said that this is how the site is built. */
export interface AsBuilt {
  what: BuiltWhat
  revision: number
  at: string
  who: string
  plan: Site
}

/** Who marks, and what. */
export interface Marked {
  revision: number
  who: string
  what?: BuiltWhat
}

/** The order that was chosen, from what is built to a revision of the plan. */
export interface RunbookWork {
  /** Where the laptop is; null: nobody has said yet. */
  laptop: LinkEnd | null
  /** Changes that were made before it began. */
  done: string[]
  steps: Move[]
  /** Expected for each step. */
  minutes: number[]
  isBest: boolean
  /** Hours during which nothing may be interrupted. */
  quiet?: QuietHours | null
}

export interface Tick {
  step: number
  at: string
  who: string
}

export interface StoredRunbook extends RunbookWork {
  revision: number
  at: string
  who: string
  target: Site
  ticks: Tick[]
}

/** What is built, and the runbook under way: one of each per site. */
export function runbookStore(db: Db, now: () => Date = () => new Date()) {
  const built = db.prepare<[string], Omit<AsBuilt, 'plan'> & { plan: string }>(
    'SELECT what, revision, at, who, plan FROM as_built WHERE site_id = ?',
  )
  const mark = db.prepare(`
    INSERT INTO as_built (site_id, what, revision, at, who, plan) VALUES (@siteId, @what, @revision, @at, @who, @plan)
    ON CONFLICT (site_id) DO UPDATE SET what = excluded.what, revision = excluded.revision, at = excluded.at, who = excluded.who, plan = excluded.plan`)
  const found = db.prepare<
    [string],
    { revision: number; at: string; who: string; target: string; work: string }
  >('SELECT revision, at, who, target, work FROM runbook WHERE site_id = ?')
  const ticksOf = db.prepare<[string], Tick>(
    'SELECT step, at, who FROM runbook_tick WHERE site_id = ? ORDER BY step',
  )
  const drop = db.prepare('DELETE FROM runbook WHERE site_id = ?')
  const insert = db.prepare(`
    INSERT INTO runbook (site_id, revision, at, who, target, work) VALUES (@siteId, @revision, @at, @who, @target, @work)`)
  const tick = db.prepare(
    'INSERT INTO runbook_tick (site_id, step, at, who) VALUES (?, ?, ?, ?) ON CONFLICT DO NOTHING',
  )
  const untick = db.prepare('DELETE FROM runbook_tick WHERE site_id = ? AND step = ?')
  const how = db.prepare<[string], { revision: number }>('SELECT revision FROM as_built WHERE site_id = ?')
  const far = db.prepare<[string], { steps: number; done: number }>(`
    SELECT json_array_length(work, '$.steps') AS steps,
      (SELECT count(*) FROM runbook_tick t WHERE t.site_id = r.site_id) AS done FROM runbook r WHERE site_id = ?`)

  const learn = db.prepare('INSERT INTO step_pace (at, work, ratio, ended) VALUES (?, ?, ?, ?)')
  const learnt = db.prepare<[number], { work: string; ratio: number; ended: number }>(
    'SELECT work, ratio, ended FROM step_pace ORDER BY id DESC LIMIT ?',
  )

  function runbook(siteId: string): StoredRunbook | null {
    const row = found.get(siteId)
    if (!row) return null
    const { target, work, ...rest } = row
    return {
      ...rest,
      ...(JSON.parse(work) as RunbookWork),
      target: openedPlan(JSON.parse(target)),
      ticks: ticksOf.all(siteId),
    }
  }

  function asBuilt(siteId: string): AsBuilt | null {
    const row = built.get(siteId)
    return row ? { ...row, plan: openedPlan(JSON.parse(row.plan)) } : null
  }

  /** A mark anew ends the runbook that led from the mark before. */
  const markBuilt = db.transaction(
    (siteId: string, plan: Site, { revision, who, what = 'revision' }: Marked): void => {
      drop.run(siteId)
      mark.run({ siteId, what, revision, at: now().toISOString(), who, plan: JSON.stringify(plan) })
    },
  )

  const begin = db.transaction(
    (siteId: string, target: Site, revision: number, who: string, work: RunbookWork): void => {
      drop.run(siteId)
      const { laptop, done, steps, minutes, isBest, quiet = null } = work
      insert.run({
        siteId,
        revision,
        at: now().toISOString(),
        who,
        target: JSON.stringify(target),
        work: JSON.stringify({ laptop, done, steps, minutes, isBest, quiet }),
      })
    },
  )

  /** Turns the runbook round: what it led to is where it comes from, and the way back is still to be found. */
  const turnBack = db.transaction((siteId: string, done: string[], who: string): void => {
    const [before, under] = [asBuilt(siteId), runbook(siteId)]
    if (!before || !under) return
    markBuilt(siteId, under.target, { revision: under.revision, who })
    begin(siteId, before.plan, before.revision, who, {
      ...under,
      done,
      steps: [],
      minutes: [],
      isBest: false,
    })
  })

  return {
    turnBack,
    asBuilt,
    markBuilt,
    runbook,
    begin,
    /** False: somebody has ticked it before. */
    tick: (siteId: string, step: number, who: string): boolean =>
      tick.run(siteId, step, now().toISOString(), who).changes > 0,
    untick: (siteId: string, step: number): boolean => untick.run(siteId, step).changes > 0,
    drop: (siteId: string): boolean => drop.run(siteId).changes > 0,
    /** How long a step took, of whatever site: the next one is told by it. */
    learn: ({ work, ratio, ended }: Paced): void => {
      learn.run(now().toISOString(), work, ratio, ended ? 1 : 0)
    },
    paced: (limit = 2000): Paced[] =>
      learnt.all(limit).map(({ work, ratio, ended }) => ({ work, ratio, ended: ended === 1 })),
    /** How far the work is, without reading the plans. */
    progress: (siteId: string): { builtRevision: number | null; steps: number | null; done: number } => {
      const under = far.get(siteId)
      return {
        builtRevision: how.get(siteId)?.revision ?? null,
        steps: under?.steps ?? null,
        done: under?.done ?? 0,
      }
    },
  }
}
