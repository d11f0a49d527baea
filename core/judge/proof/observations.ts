import { deviceOf, networkOf } from '../../plan'
import type { Id, Ip, Requirement, Site } from '../../plan'
import { goalName, testKindOf } from './testKinds'
import type { Seen, SeenVerdict } from './testKinds'

/** One thing seen, with where, when and by whom. typed: a person says so · measured: by the laptop that this runs on. */
export interface Observation {
  id: string
  at: string
  /** The revision of the plan that it was seen against. */
  revision: number
  source: 'typed' | 'measured'
  who: string
  place: string
  seen: Seen
}

/** Holds one observation against the plan as it is now. */
export const verdictOn = (site: Site, { seen, who }: Pick<Observation, 'seen' | 'who'>): SeenVerdict =>
  testKindOf(seen).verdict(site, seen, who)

/**
 * proven: what was tried on this revision is as it must be · contradicted: something is not · old: it was proven, on an earlier revision ·
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
}

/** What is asked for and must or must not hold, each with its evidence. What merely may be needs none. */
export function evidenceFor(site: Site, revision: number, observations: readonly Observation[]): Evidence[] {
  const newest = [...observations].sort((a, b) => b.at.localeCompare(a.at))
  const alive = new Set(newest.flatMap(({ seen }) => testKindOf(seen).counts.alive?.(seen) ?? []))
  return site.requirements
    .filter(({ strength }) => strength !== 'may')
    .map((requirement) => {
      const about = newest.filter(({ seen }) => testKindOf(seen).counts.requirement?.(seen, requirement))
      return {
        requirement,
        fromName: networkOf(site, requirement.fromNetworkId)?.name ?? '',
        toName: goalName(site, requirement.to),
        ...stateOf(newestOfEach(about), revision, (one) => weigh(site, one, alive)),
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
  revision: number,
  weightOf: (one: Observation) => Weight,
): Pick<Evidence, 'state' | 'by'> {
  const now = tried.filter((one) => one.revision === revision)
  const first = (list: readonly Observation[], weight: Weight) => list.find((one) => weightOf(one) === weight)
  const broken = first(now, 'breaks')
  if (broken) return { state: 'contradicted', by: broken }
  const held = first(now, 'holds')
  if (held) return { state: 'proven', by: held }
  const doubted = first(now, 'unsure')
  if (doubted) return { state: 'unsure', by: doubted }
  const before = first(tried, 'breaks') ? undefined : first(tried, 'holds')
  return before ? { state: 'old', by: before } : { state: 'open', by: tried[0] ?? null }
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
