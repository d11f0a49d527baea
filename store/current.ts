import type { Site } from '~/core/plan'
import type { Db } from './database'
import { planStore } from './plans'

export interface SiteState {
  id: string
  revision: number
  site: Site
}

/** Plans held in memory at most. */
const MOST_KEPT = 16

/** The plan of each site as it stands. As long as its revision stays, the same object comes back, so that work on it can be kept. */
export function currentPlans(db: Db) {
  const plans = planStore(db)
  const revisionOf = db.prepare<[string], { revision: number }>(
    'SELECT revision FROM site WHERE id = ? AND deleted_at IS NULL',
  )
  const kept = new Map<string, SiteState>()

  /** The result of an edit is the plan from now on: it is not read again. */
  function keep(state: SiteState): SiteState {
    if (kept.size >= MOST_KEPT) kept.clear()
    kept.set(state.id, state)
    return state
  }

  function read(id: string): SiteState | null {
    const row = revisionOf.get(id)
    const before = kept.get(id)
    if (row && before?.revision === row.revision) return before
    kept.delete(id)
    const site = row ? plans.read(id) : null
    return row && site ? keep({ id, revision: row.revision, site }) : null
  }

  return { read, keep }
}
export type CurrentPlans = ReturnType<typeof currentPlans>
