import { deviceOf, networkOf } from '../../plan'
import type { Id, Ip, Requirement, Site } from '../../plan'
import { changedFor } from './depends'
import { goalName, testKindOf } from './testKinds'
import type { Seen, SeenVerdict } from './testKinds'

/** One thing seen, with where, when and by whom. typed: a person says so · imported: from what another program printed · measured: by the laptop that this runs on. */
export interface Observation {
  id: string
  at: string
  /** The revision of the plan that it was seen against. */
  revision: number
  source: 'typed' | 'imported' | 'measured'
  who: string
  place: string
  seen: Seen
}

/** Holds one observation against the plan as it is now. */
export const verdictOn = (site: Site, { seen, who }: Pick<Observation, 'seen' | 'who'>): SeenVerdict =>
  testKindOf(seen).verdict(site, seen, who)

/**
 * proven: what was tried is as it must be, on this revision or on one since which nothing has changed that it rests on · contradicted:
 * something is not · old: it was proven, and something has changed since ·
 * unsure: only hosts were asked that nobody ever heard, so that their silence proves nothing · open: nobody has tried.
 */
export type EvidenceState = 'proven' | 'contradicted' | 'old' | 'unsure' | 'open'

export interface Evidence {
  requirement: Requirement
  fromName: string
  toName: string
  state: EvidenceState
  /** The observation it rests on. */
  by: Observation | null
  /** What has changed since, of all that it rests on, in words. */
  changed: string[]
}

/**
 * What is asked for and must or must not hold, each with its evidence. What merely may be needs none. `planAt` gives the plan of a
 * revision, so that what was shown on an earlier one is looked at again; without it only this revision counts.
 */
export function evidenceFor(
  site: Site,
  revision: number,
  observations: readonly Observation[],
  planAt: (revision: number) => Site | null = () => null,
): Evidence[] {
  const newest = [...observations].sort((a, b) => b.at.localeCompare(a.at))
  const alive = new Set(newest.flatMap(({ seen }) => testKindOf(seen).counts.alive?.(seen) ?? []))
  const since = ({ seen, revision: then }: Observation): string[] => {
    if (then === revision) return []
    const plan = planAt(then)
    const tried = testKindOf(seen).counts.tried?.(seen)
    return plan && tried ? changedFor(tried, plan, site) : ['the plan']
  }
  return site.requirements
    .filter(({ strength }) => strength !== 'may')
    .map((requirement) => {
      const about = newest.filter(({ seen }) => testKindOf(seen).counts.requirement?.(seen, requirement))
      return {
        requirement,
        fromName: networkOf(site, requirement.fromNetworkId)?.name ?? '',
        toName: goalName(site, requirement.to),
        ...stateOf(newestOfEach(about), (one) => weigh(site, one, alive), since),
      }
    })
}

/** Of several tries at one host the newest counts. */
const newestOfEach = (newest: readonly Observation[]): Observation[] => [
  ...new Map(
    [...newest].reverse().map((one) => [testKindOf(one.seen).counts.host?.(one.seen) ?? '', one]),
  ).values(),
]

type Weight = 'holds' | 'breaks' | 'unsure'

/** Silence that this laptop met proves something only of a host that somebody has heard. What a person says by hand is taken at its word. */
function weigh(site: Site, one: Observation, alive: ReadonlySet<Ip>): Weight {
  const { seen, source } = one
  const host = testKindOf(seen).counts.host?.(seen)
  const isSilent = testKindOf(seen).counts.alive?.(seen) === undefined
  if (verdictOn(site, one).ok === false) return 'breaks'
  return source === 'measured' && isSilent && (host === undefined || !alive.has(host)) ? 'unsure' : 'holds'
}

function stateOf(
  tried: readonly Observation[],
  weightOf: (one: Observation) => Weight,
  since: (one: Observation) => string[],
): Pick<Evidence, 'state' | 'by' | 'changed'> {
  const now = tried.filter((one) => since(one).length === 0)
  const first = (list: readonly Observation[], weight: Weight) => list.find((one) => weightOf(one) === weight)
  const broken = first(now, 'breaks')
  if (broken) return { state: 'contradicted', by: broken, changed: [] }
  const held = first(now, 'holds')
  if (held) return { state: 'proven', by: held, changed: [] }
  const doubted = first(now, 'unsure')
  if (doubted) return { state: 'unsure', by: doubted, changed: [] }
  const before = first(tried, 'breaks') ? undefined : first(tried, 'holds')
  return before
    ? { state: 'old', by: before, changed: since(before) }
    : { state: 'open', by: tried[0] ?? null, changed: [] }
}

/** Devices that somebody saw running, whatever the revision: a later edit does not switch them off. */
export const seenRunning = (site: Site, observations: readonly Observation[]): ReadonlySet<Id> =>
  new Set(
    observations.flatMap(({ seen }) => {
      const id = testKindOf(seen).counts.running?.(seen)
      return id !== undefined && deviceOf(site, id) ? [id] : []
    }),
  )

/** Whether somebody signed for the work. */
export const isSigned = (observations: readonly Observation[]): boolean =>
  observations.some(({ seen }) => testKindOf(seen).counts.signature === true)
