import { attachmentsOf } from '../../../network/layer2'
import type { Attachment } from '../../../network/layer2'
import { cellAbout } from '../../../network/layer3'
import { networkOf } from '../../../plan'
import type { Id, Requirement, Site } from '../../../plan'
import { pairsOf } from './look'
import type { Look } from './look'
import { withoutVersion } from './versions'

/** A requirement whose clients may be cut off: who they are, and how many. */
export interface Watched {
  requirement: Requirement
  /** Where its clients attach, before and after. */
  attachments: ReadonlySet<string>
  clients: number
}

const keyOf = ({ id }: Attachment): string =>
  id
    .split(':')
    .map((part) => withoutVersion(part))
    .join(':')

const clientsOf = (site: Site, networkId: Id): Attachment[] =>
  attachmentsOf(site).filter((at) => at.networkId !== null && withoutVersion(at.networkId) === networkId)

/**
 * What must work by the present or by the target, and works in both: of this a runbook counts every minute that it is down. What the
 * target alone drops is in neither.
 */
export function watchedBy(
  present: Look,
  target: Look,
  requirements: readonly Requirement[] = target.site.requirements,
): Watched[] {
  return requirements
    .filter(({ strength }) => strength === 'must')
    .flatMap((requirement): Watched[] => {
      const [before, after] = [present, target].map(
        ({ site }) => new Set(clientsOf(site, requirement.fromNetworkId).map(keyOf)),
      )
      const attachments = new Set([...(before ?? [])].filter((key) => after?.has(key)))
      const clients = Math.max(1, networkOf(target.site, requirement.fromNetworkId)?.expectedClients ?? 1)
      const one = { requirement, attachments, clients }
      return attachments.size > 0 && [present, target].every((look) => cutOff(look, one) === 0) ? [one] : []
    })
}

/** How many of its clients are cut off in a state: their share of the places, times those expected. */
export function cutOff({ site, twin }: Look, { requirement, attachments, clients }: Watched): number {
  const here = clientsOf(site, requirement.fromNetworkId).filter((at) => attachments.has(keyOf(at)))
  const served = new Set<string>()
  for (const version of new Set(here.map(({ networkId }) => networkId)))
    for (const at of reaching(site, twin, requirement, version)) served.add(keyOf(at))
  const lost = [...attachments].filter((key) => !here.some((at) => keyOf(at) === key && served.has(key)))
  return (clients * lost.length) / attachments.size
}

/** Clients of one version of the network that get there, in whichever version that is. */
function reaching(
  site: Site,
  twin: Look['twin'],
  requirement: Requirement,
  version: Id | null,
): readonly Attachment[] {
  const mine = attachmentsOf(site).filter(({ networkId }) => networkId === version)
  const cells = pairsOf(site, requirement)
    .filter(({ fromNetworkId }) => fromNetworkId === version)
    .flatMap((pair) => cellAbout(twin, pair) ?? [])
  return mine.filter((at) =>
    cells.some(({ exceptions }) =>
      exceptions.every(
        ({ outcome, attachments, targets }) =>
          outcome === 'foreign' || targets !== null || !attachments.some(({ id }) => id === at.id),
      ),
    ),
  )
}

/** All that is cut off in a state: clients over all that is watched. */
export const cutOffIn = (look: Look, watched: readonly Watched[]): number =>
  watched.reduce((sum, one) => sum + cutOff(look, one), 0)
