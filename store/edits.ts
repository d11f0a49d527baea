import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { applyChange, commit as commitPlan, isEmptyChange, movedChange, reverseChange } from '~/core/plan'
import type { Change, Later, Make, Site } from '~/core/plan'
import type { CurrentPlans, SiteState } from './current'
import type { Db } from './database'
import { planStore } from './plans'
import { planStepStore } from './steps'

export interface HistoryEntry {
  id: number
  revision: number
  at: string
  label: string
  who: string
  state: 'done' | 'undone' | 'dropped'
}

export interface Steps {
  undo: string | null
  redo: string | null
}

/** Who changes a plan, and from where they look at it. */
export interface Actor {
  who: string
  /** The revision that was on screen. */
  base: number
  /** Revisions after it that are this browser's own: what it sends was made on top of them. */
  mine?: readonly number[]
  /** Names the request: sent again after its answer was lost, it is not carried out twice. */
  request?: string | null
}

interface Logged {
  id: number
  label: string
  change: string
}

/** Every edit is one transaction: it raises the revision and is logged as a value, which undo and redo read. */
export function editStore(db: Db, current: CurrentPlans, now: () => Date = () => new Date()) {
  const plans = planStore(db)
  const steps = planStepStore(db, reverseChange)
  const raise = db.prepare('UPDATE site SET revision = revision + 1, updated_at = ? WHERE id = ?')
  const log = db.prepare(`
    INSERT INTO change_log (site_id, revision, at, label, change, state, who)
    VALUES (@siteId, @revision, @at, @label, @change, 'done', @who)`)
  const dropUndone = db.prepare(
    `UPDATE change_log SET state = 'dropped' WHERE site_id = ? AND state = 'undone'`,
  )
  const setState = db.prepare('UPDATE change_log SET state = ? WHERE id = ?')
  const lastDone = db.prepare<[string], Logged>(
    `SELECT id, label, change FROM change_log WHERE site_id = ? AND state = 'done' ORDER BY id DESC LIMIT 1`,
  )
  const firstUndone = db.prepare<[string], Logged>(
    `SELECT id, label, change FROM change_log WHERE site_id = ? AND state = 'undone' ORDER BY id LIMIT 1`,
  )
  const historyOf = db.prepare<[string, number], HistoryEntry>(
    'SELECT id, revision, at, label, who, state FROM change_log WHERE site_id = ? ORDER BY id DESC LIMIT ?',
  )

  interface Written {
    before: SiteState
    after: Site
    change: Change
    actor: Actor
    entry: { id: number } | { label: string }
    back: boolean
  }

  /** Puts a change on disk as the next revision: its records, its entry in the log, and how the revision came about. */
  function write({ before, after, change, actor, entry, back }: Written): SiteState {
    const siteId = before.id
    const revision = before.revision + 1
    const at = now().toISOString()
    plans.write(siteId, after, change)
    raise.run(at, siteId)
    const entryId =
      'id' in entry
        ? entry.id
        : Number(
            log.run({
              siteId,
              revision,
              at,
              label: entry.label,
              change: JSON.stringify(change),
              who: actor.who,
            }).lastInsertRowid,
          )
    steps.add({ siteId, revision, entryId, back, who: actor.who, request: actor.request ?? null, at })
    return { id: siteId, revision, site: after }
  }

  interface Done {
    revision: number
    /** What was written; null where nothing was: no difference, or carried out before. */
    state: SiteState | null
    label: string
  }

  /** What others did since the person looked; a refusal where that is not known any more. */
  function othersSince(before: SiteState, { base, mine }: Actor): Outcome<Later[]> {
    const later = steps.later(before.id, base, before)
    return later === null
      ? tooOld(base, before.revision)
      : good(later.filter(({ revision }) => !mine?.includes(revision)))
  }

  const carriedOut = (siteId: string, { request }: Actor): number | null =>
    request ? steps.madeBy(siteId, request) : null

  const commitInside = db.transaction(
    (siteId: string, label: string, actor: Actor, make: Make): Outcome<Done> => {
      const before = current.read(siteId)
      if (!before) return gone()
      const again = carriedOut(siteId, actor)
      if (again !== null) return good({ revision: again, state: null, label })
      const others = othersSince(before, actor)
      if (!others.ok) return others
      const made = commitPlan(before.site, others.value, make)
      if (!made.ok) return made
      if (isEmptyChange(made.value.change)) return good({ revision: before.revision, state: null, label })
      dropUndone.run(siteId)
      const state = write({ before, ...made.value, actor, entry: { label }, back: false })
      return good({ revision: state.revision, state, label })
    },
  )

  const stepInside = db.transaction((siteId: string, way: 'undo' | 'redo', actor: Actor): Outcome<Done> => {
    const before = current.read(siteId)
    if (!before) return gone()
    const again = carriedOut(siteId, actor)
    if (again !== null) return good({ revision: again, state: null, label: '' })
    const others = othersSince(before, actor)
    if (!others.ok) return others
    if (others.value.length > 0) return stale(actor.base, before.revision)
    const entry = (way === 'undo' ? lastDone : firstUndone).get(siteId)
    if (!entry) return nothing(way)
    const logged = movedChange(JSON.parse(entry.change) as Change, before.site)
    const change = way === 'undo' ? reverseChange(logged) : logged
    setState.run(way === 'undo' ? 'undone' : 'done', entry.id)
    const after = applyChange(before.site, change)
    const state = write({ before, after, change, actor, entry, back: way === 'undo' })
    return good({ revision: state.revision, state, label: entry.label })
  })

  /** What was written is the plan from now on, once it is on disk. */
  function kept(done: Outcome<Done>): Outcome<Done> {
    if (done.ok && done.value.state) current.keep(done.value.state)
    return done
  }

  /**
   * Makes an edit, by the one way there is: made on the plan that the person saw, carried out on the plan as it is by now,
   * whole or not at all. Answers the revision. See commit in core/plan.
   */
  function commit(siteId: string, label: string, actor: Actor, make: Make): Outcome<number> {
    const done = kept(commitInside(siteId, label, actor, make))
    return done.ok ? good(done.value.revision) : done
  }

  /** Takes the last edit back, or makes the one that was taken back again. */
  function step(
    siteId: string,
    way: 'undo' | 'redo',
    actor: Actor,
  ): Outcome<{ revision: number; label: string }> {
    const done = kept(stepInside(siteId, way, actor))
    return done.ok ? good({ revision: done.value.revision, label: done.value.label }) : done
  }

  return {
    commit,
    step,
    steps: (siteId: string): Steps => ({
      undo: lastDone.get(siteId)?.label ?? null,
      redo: firstUndone.get(siteId)?.label ?? null,
    }),
    /** The plan as it was at a revision; null: that is not known any more. */
    at(siteId: string, revision: number): Site | null {
      const state = current.read(siteId)
      const later = state && steps.later(siteId, revision, state)
      return later
        ? later.reduceRight((site, { change }) => applyChange(site, reverseChange(change)), state.site)
        : null
    },
    /** Revisions that can be had again, the latest first. */
    revisions: (siteId: string, limit: number) => steps.latest(siteId, limit),
    history: (siteId: string, limit = 50) => historyOf.all(siteId, limit),
  }
}

const gone = () =>
  bad({
    path: [],
    code: 'gone',
    message: 'That site is not here any more. It may have been deleted in another window.',
  })
const nothing = (what: string) => bad({ path: [], code: 'nothing', message: `There is nothing to ${what}.` })
const stale = (given: number, now: number) =>
  bad({
    path: ['revision'],
    code: 'stale',
    message: `You were looking at revision ${given}, and the plan is at ${now} by now. Nothing was changed. Look at the new state, then make your edit again.`,
  })
const tooOld = (given: number, now: number) =>
  bad({
    path: ['revision'],
    code: 'stale',
    message: `You were looking at revision ${given}, and the plan is at ${now} by now; what came between is not known any more. Nothing was changed. Look at the new state, then make your edit again.`,
  })
