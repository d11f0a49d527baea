import { good } from '../lib/outcome'
import type { Outcome } from '../lib/outcome'
import { applyChange, diffSites, reverseChange } from './change'
import type { Change } from './change'
import { applyEdits } from './edits'
import type { Edit } from './edits'
import { freshProblems } from './integrity'
import { staleProblems } from './stale'
import type { Later } from './stale'
import { inEachOthersWay } from './touches'
import type { Site } from './types'

/** What an edit makes of the plan: applied once, checked once. */
export interface Committed {
  after: Site
  change: Change
}

/** The edits as they are made on the plan that the person saw; or why they cannot be made. */
export type Make = (seen: Site) => Outcome<Edit[]>

/**
 * Edits on the plan as it is, made on the plan that somebody saw. What came later and is not theirs stands beside them where
 * the two touch different pieces; else nothing is done, and both states are in the problem.
 */
export function commit(now: Site, later: readonly Later[], make: Make): Outcome<Committed> {
  const seen = later.reduceRight((site, { change }) => applyChange(site, reverseChange(change)), now)
  const made = make(seen)
  if (!made.ok) return made
  const edits = made.value
  const stale = later.flatMap((one) => {
    const pieces = inEachOthersWay(now, edits, one.change)
    return pieces.length > 0 ? [{ one, pieces }] : []
  })
  if (stale.length > 0)
    return { ok: false, problems: stale.flatMap((s) => staleProblems(seen, now, edits, s)) }
  const after = applyEdits(now, edits)
  const problems = freshProblems(now, after)
  return problems.length > 0 ? { ok: false, problems } : good({ after, change: diffSites(now, after) })
}
