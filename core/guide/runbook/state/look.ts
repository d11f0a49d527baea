import { adr1 } from '../../../judge/findings/adr1'
import { adr4 } from '../../../judge/findings/adr4'
import { pow2 } from '../../../judge/findings/pow2'
import { vln5 } from '../../../judge/findings/vln5'
import type { Rule, Sighting } from '../../../judge/findings/types'
import { planAlive } from '../../../radio/backhaul'
import { cellAbout, twinOf } from '../../../network/layer3'
import type { Twin } from '../../../network/layer3'
import { aimName, aimNetworkId, deviceOf, networkOf } from '../../../plan'
import type { Id, Requirement, Site } from '../../../plan'

/** A state that the gear passes through, as the twin sees it. */
export interface Look {
  site: Site
  twin: Twin
  /** What must not be at any time, by a key that stays the same while it stays where it is; and in words. */
  faults: ReadonlyMap<string, string>
}

/** Two servers, one address twice, a circle, too little power: what a runbook never passes through. */
const NEVER: readonly Rule[] = [adr1, adr4, vln5, pow2]

/** The site with everything up that has power, but one device that restarts. */
export function lookAt(site: Site, darkId: Id | null = null): Look {
  const alive = planAlive(site)
  const twin = twinOf(site, {
    ...alive,
    device: (id) => id !== darkId && alive.device(id),
    whyDark: (id) => (id === darkId ? 'it restarts.' : (alive.whyDark?.(id) ?? null)),
  })
  let faults: Map<string, string> | null = null
  return {
    site,
    twin,
    get faults() {
      faults ??= faultsOf(site, twin)
      return faults
    },
  }
}

function faultsOf(site: Site, twin: Twin): Map<string, string> {
  const view = { site, twin, built: twin }
  return new Map([
    ...NEVER.flatMap(({ code, check }) =>
      check(view).map((sighting) => [`${code} ${placesOf(sighting)}`, sighting.says] as const),
    ),
    ...leaks(site, twin),
  ])
}

const placesOf = ({ where }: Sighting): string =>
  where
    .map((at) => `${withoutVersion(at.id)}${at.kind === 'port' ? `.${at.port}` : ''}`)
    .sort()
    .join(' ')

/** While half of the gear is of the old plan, a record may be there in two versions; the later goes by the id with more behind it. */
export const withoutVersion = (id: Id): Id => id.replace(/~.*$/, '')

export const versionsOf = (site: Site, networkId: Id): Id[] =>
  site.networks.map(({ id }) => id).filter((id) => withoutVersion(id) === networkId)

/** Clients of one network that get where they must not. */
function leaks(site: Site, twin: Twin): [string, string][] {
  return site.requirements
    .filter(({ strength }) => strength === 'mustNot')
    .flatMap((requirement): [string, string][] => {
      const open = pairsOf(site, requirement).some((pair) => cellAbout(twin, pair)?.getsThrough)
      return open ? [[`leak ${requirement.id}`, `${requirementWords(site, requirement)}, and does.`]] : []
    })
}

/** What a requirement speaks of, for every version of its networks. */
export function pairsOf(
  site: Site,
  { fromNetworkId, to }: Requirement,
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
