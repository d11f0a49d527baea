import { cellAbout, matches } from '../../network/layer3'
import type { Twin } from '../../network/layer3'
import { routersOf, sameAim } from '../../plan'
import type { Device, Id, Network, Requirement, Rule as Policy, Site } from '../../plan'
import type { Mend, Rule, Sighting } from './types'
import { atDevice, atNetwork } from './where'

/**
 * Clients that can open the web interface of a router: it answers at its address in their own network, too, whatever rules keep them out
 * of other networks (RFC 1812 section 5.2.3).
 */
export const iso3: Rule = {
  code: 'ISO-3',
  check: ({ site, built: twin }) =>
    site.networks.flatMap((network) =>
      routersOf(site).flatMap((router) => sighting(site, twin, network, router)),
    ),
}

function sighting(site: Site, twin: Twin, network: Network, router: Device): Sighting[] {
  const asked = strengthOf(site, network.id, router.id)
  const isUnwanted = asked === 'mustNot' || (asked === undefined && network.purpose === 'guests')
  const cell = isUnwanted
    ? cellAbout(twin, { fromNetworkId: network.id, to: { deviceId: router.id } })
    : undefined
  if (!cell?.getsThrough) return []
  return [
    {
      says: `${network.name} can open the web interface of ${router.name}${addressWords(network, router)}, ${reasonWords(site, network, router)}.`,
      where: [atNetwork(network), atDevice(router)],
      mend: network.routedBy === router.id ? closes(site, network, router) : undefined,
    },
  ]
}

const strengthOf = (site: Site, fromNetworkId: Id, deviceId: Id): Requirement['strength'] | undefined =>
  site.requirements.find((one) => one.fromNetworkId === fromNetworkId && sameAim(one.to, { deviceId }))
    ?.strength

const addressWords = ({ routedBy, gateway }: Network, { id }: Device): string =>
  routedBy === id && gateway !== null ? ` at ${gateway}` : ''

function reasonWords(site: Site, { id, routedBy }: Network, router: Device): string {
  if (routedBy !== router.id) return `because ${router.name} sees the address of the router before it`
  const allow = site.rules.findIndex((rule) => matches(rule, id, { deviceId: router.id }))
  return allow < 0 ? 'because no rule drops it' : `because rule ${allow + 1} allows it`
}

/** A drop before the first rule that would let it through. */
function closes(site: Site, network: Network, router: Device): Mend {
  const to = { deviceId: router.id }
  const id = `drop-${network.id}-router-${router.id}`.slice(0, 40)
  const rule: Policy = { id, action: 'drop', fromNetworkId: network.id, to, enabled: true }
  const before = site.rules.findIndex((one) => one.id !== id && matches(one, network.id, to))
  return {
    label: `Drop from ${network.name} to ${router.name} itself`,
    edits: [
      { op: 'put', collection: 'rules', record: rule },
      ...(before >= 0 ? [{ op: 'move' as const, collection: 'rules' as const, id, index: before }] : []),
    ],
  }
}
