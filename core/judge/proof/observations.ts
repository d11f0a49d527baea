import { deviceOf, networkOf } from '../../plan'
import type { Id, Requirement, Site } from '../../plan'
import { goalName, testKindOf } from './testKinds'
import type { Seen, SeenVerdict } from './testKinds'

/** One thing seen, with where, when and by whom. typed: a person says so. */
export interface Observation {
  id: string
  at: string
  /** The revision of the plan that it was seen against. */
  revision: number
  source: 'typed'
  who: string
  place: string
  seen: Seen
}

/** Holds one observation against the plan as it is now. */
export const verdictOn = (site: Site, { seen, who }: Pick<Observation, 'seen' | 'who'>): SeenVerdict =>
  testKindOf(seen).verdict(site, seen, who)

/**
 * proven: the newest ping on this revision is as it must be · contradicted: it is not · old: it was proven, on an earlier
 * revision · open: nobody has tried.
 */
export type EvidenceState = 'proven' | 'contradicted' | 'old' | 'open'

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
  return site.requirements
    .filter(({ strength }) => strength !== 'may')
    .map((requirement) => {
      const by = newest.find(({ seen }) => testKindOf(seen).counts.requirement?.(seen, requirement)) ?? null
      const ok = by && verdictOn(site, by).ok
      const state: EvidenceState = !by
        ? 'open'
        : ok === false
          ? by.revision === revision
            ? 'contradicted'
            : 'open'
          : by.revision === revision
            ? 'proven'
            : 'old'
      return {
        requirement,
        fromName: networkOf(site, requirement.fromNetworkId)?.name ?? '',
        toName: goalName(site, requirement.to),
        state,
        by,
      }
    })
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
