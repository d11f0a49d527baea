import { contains, networkAround, subnetOrNull } from '../../network/addressing'
import { attachmentOf } from '../../network/layer2'
import { deviceOf, networkOf } from '../../plan'
import type { Id, Requirement, Site } from '../../plan'

/** What somebody saw and says by hand. */
export type Seen =
  | { kind: 'running'; deviceId: Id }
  /** The address that was read on a client there; null: it got none. */
  | { kind: 'address'; attachmentId: string; ip: string | null }
  | { kind: 'ping'; fromNetworkId: Id; to: Requirement['to']; answered: boolean }
  | { kind: 'level'; areaId: Id; rssiDbm: number }
  | { kind: 'signed' }

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

export interface SeenVerdict {
  /** What was seen, in words. */
  says: string
  /** Whether it is as the plan and its requirements have it; null: they say nothing of it. */
  ok: boolean | null
}

/** Holds one observation against the plan as it is now. */
export function verdictOn(site: Site, { seen, who }: Pick<Observation, 'seen' | 'who'>): SeenVerdict {
  switch (seen.kind) {
    case 'running': {
      const name = deviceOf(site, seen.deviceId)?.name
      return {
        says: `${name ?? 'A device that is not in the plan any more'} is running`,
        ok: name ? true : null,
      }
    }
    case 'address':
      return addressVerdict(site, seen.attachmentId, seen.ip)
    case 'ping':
      return pingVerdict(site, seen)
    case 'level': {
      const area = site.areas.find(({ id }) => id === seen.areaId)
      return {
        says: `${seen.rssiDbm} dBm in ${area?.name ?? 'an area that is not in the plan any more'}`,
        ok: area ? seen.rssiDbm >= area.leastSignalDbm : null,
      }
    }
    case 'signed':
      return { says: `Signed by ${who}`, ok: true }
  }
}

function addressVerdict(site: Site, attachmentId: string, ip: string | null): SeenVerdict {
  const place = attachmentOf(site, attachmentId)
  const label = place?.label ?? 'a place that is not in the plan any more'
  const meant = networkOf(site, place?.networkId ?? null)
  const subnet = subnetOrNull(meant?.subnet ?? null)
  if (ip === null) return { says: `no address at ${label}`, ok: place ? false : null }
  const home = networkAround(site, ip)
  const where = home && home.id !== meant?.id ? `, an address of ${home.name}` : ''
  return { says: `${ip} at ${label}${where}`, ok: subnet ? contains(subnet, ip) : null }
}

const goalName = (site: Site, to: Requirement['to']): string =>
  to === 'internet' ? 'the internet' : (networkOf(site, to.networkId)?.name ?? 'a network that is gone')

function pingVerdict(site: Site, seen: Extract<Seen, { kind: 'ping' }>): SeenVerdict {
  const from = networkOf(site, seen.fromNetworkId)?.name ?? 'a network that is gone'
  const asked = site.requirements.find((one) => isAbout(one, seen))?.strength
  return {
    says: `ping from ${from} to ${goalName(site, seen.to)} ${seen.answered ? 'answered' : 'not answered'}`,
    ok: asked === undefined || asked === 'may' ? null : seen.answered === (asked === 'must'),
  }
}

/** Whether a requirement speaks of that traffic. */
export const isAbout = (
  { fromNetworkId, to }: Pick<Requirement, 'fromNetworkId' | 'to'>,
  seen: { fromNetworkId: Id; to: Requirement['to'] },
): boolean =>
  fromNetworkId === seen.fromNetworkId &&
  (typeof to === 'object' && typeof seen.to === 'object'
    ? to.networkId === seen.to.networkId
    : to === seen.to)

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
      const by = newest.find(({ seen }) => seen.kind === 'ping' && isAbout(requirement, seen)) ?? null
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
    observations.flatMap(({ seen }) =>
      seen.kind === 'running' && deviceOf(site, seen.deviceId) ? [seen.deviceId] : [],
    ),
  )
