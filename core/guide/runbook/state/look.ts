import { adr1 } from '../../../judge/findings/adr1'
import { adr4 } from '../../../judge/findings/adr4'
import { pow2 } from '../../../judge/findings/pow2'
import { vln5 } from '../../../judge/findings/vln5'
import type { Rule, Sighting } from '../../../judge/findings/types'
import { planAlive } from '../../../radio/backhaul'
import { twinOf } from '../../../network/layer3'
import type { Twin } from '../../../network/layer3'
import { aimName, aimNetworkId, deviceOf, networkOf } from '../../../plan'
import type { Id, Requirement, Site } from '../../../plan'
import { doubledInterfaces, reachedIn, sharedIn } from './apart'
import type { Meeting } from './apart'
import { versionsOf, withoutVersion } from './versions'
import type { MeantAt } from './versions'

/** A state that the gear passes through, as the twin sees it. */
export interface Look {
  site: Site
  twin: Twin
  /** What must not be at any time, by a key that stays the same while it stays where it is; and in words. */
  faults: ReadonlyMap<string, string>
  /** Who shares a segment, and who gets to whom: none of it may be new for a while. */
  shared: Meeting
  reached: Meeting
}

/** Two servers, one address twice, a circle, too little power: what a runbook never passes through. */
const NEVER: readonly Rule[] = [adr1, adr4, vln5, pow2]

/** The site with everything up that has power, but devices that restart. */
export function lookAt(
  site: Site,
  darkIds: readonly Id[] = [],
  meantAt: MeantAt = ({ networkId }) => networkId,
): Look {
  const alive = planAlive(site)
  const twin = twinOf(site, {
    ...alive,
    device: (id) => !darkIds.includes(id) && alive.device(id),
    whyDark: (id) => (darkIds.includes(id) ? 'it restarts.' : (alive.whyDark?.(id) ?? null)),
  })
  let faults: Map<string, string> | null = null
  let shared: Meeting | null = null
  let reached: Meeting | null = null
  return {
    site,
    twin,
    get faults() {
      faults ??= faultsOf(site, twin)
      return faults
    },
    get shared() {
      shared ??= new Map(sharedIn(site, twin, meantAt))
      return shared
    },
    get reached() {
      reached ??= new Map(reachedIn(site, twin))
      return reached
    },
  }
}

function faultsOf(site: Site, twin: Twin): Map<string, string> {
  const view = { site, twin, built: twin }
  return new Map([
    ...NEVER.flatMap(({ code, check }) =>
      check(view).map((sighting) => [`${code} ${placesOf(sighting)}`, sighting.says] as const),
    ),
    ...doubledInterfaces(site),
  ])
}

const placesOf = ({ where }: Sighting): string =>
  where
    .map((at) => `${withoutVersion(at.id)}${at.kind === 'port' ? `.${at.port}` : ''}`)
    .sort()
    .join(' ')

/** What a requirement speaks of, for every version of its networks. */
export function pairsOf(
  site: Site,
  { fromNetworkId, to }: Pick<Requirement, 'fromNetworkId' | 'to'>,
): Pick<Requirement, 'fromNetworkId' | 'to'>[] {
  const goalId = aimNetworkId(to)
  const goals = goalId === null ? [to] : versionsOf(site, goalId).map((networkId) => ({ networkId }))
  return versionsOf(site, fromNetworkId).flatMap((from) =>
    goals.map((goal) => ({ fromNetworkId: from, to: goal })),
  )
}

export const requirementWords = (site: Site, { fromNetworkId, to, strength }: Requirement): string =>
  `${networkOf(site, fromNetworkId)?.name ?? fromNetworkId} ${strength === 'must' ? 'must' : 'must not'} reach ${aimName(site, to)}`

export const nameIn = (site: Site, id: Id | null): string => deviceOf(site, id)?.name ?? 'a device'
