import { interfaceIn, placeKey, socket } from '../layer2'
import type { Place } from '../layer2'
import { deviceOf } from '../site'
import type { Device, Id, Network } from '../site'
import { answeringServers, fixedUplinkIp, networkAround } from './addressService'
import { hearEachOther } from './twin'
import type { Twin } from './twin'

/**
 * Where a router's uplink leads. feed: to a modem; `translatedTwice` when that modem is a router itself · inner: into a
 * network that another router of the site routes.
 */
export type Uplink =
  | { ok: true; kind: 'feed'; outKey: Place['key']; modemName: string; translatedTwice: boolean }
  | { ok: true; kind: 'inner'; outKey: Place['key']; place: Place; network: Network; next: Place }
  | { ok: false; reason: string }

const no = (reason: string): Uplink => ({ ok: false, reason })

export function uplinkOf(twin: Twin, routerId: Id): Uplink {
  const router = deviceOf(twin.site, routerId)
  const node = twin.fabric.nodes.get(routerId)
  const place: Place = { deviceId: routerId, key: 'up' }
  if (!router || !node?.ports.has('up'))
    return no(`${router?.name ?? routerId} has no uplink, so nothing leaves the site.`)
  const outKey = router.uplink ? socket(router.uplink.port) : 'air'
  const peer = node.ports.get(outKey)?.peer
  const neighbour = peer && twin.fabric.nodes.get(peer.deviceId)?.device
  if (!neighbour) return no(`Nothing alive is plugged into the uplink of ${router.name}.`)
  if (neighbour.kind === 'modem')
    return {
      ok: true,
      kind: 'feed',
      outKey,
      modemName: neighbour.name,
      translatedTwice: !neighbour.bridgeMode,
    }
  return inner(twin, router, place, outKey) ?? misplaced(twin, router, place, neighbour)
}

/** The uplink sits in a network of the site whose router answers it. */
function inner(twin: Twin, router: Device, place: Place, outKey: Place['key']): Uplink | null {
  const network = outerNetwork(twin, router, place)
  if (!network || network.routedBy === null || network.routedBy === router.id) return null
  const key = interfaceIn(twin.fabric, network.routedBy, network)
  const next = key && { deviceId: network.routedBy, key }
  return next && hearEachOther(twin, place, next)
    ? { ok: true, kind: 'inner', outKey, place, network, next }
    : null
}

function outerNetwork(twin: Twin, router: Device, place: Place): Network | null {
  const ip = fixedUplinkIp(router)
  if (ip !== null) return networkAround(twin.site, ip)
  const servers = answeringServers(twin, place).filter(({ deviceId }) => deviceId !== router.id)
  return servers.length === 1 ? (servers[0]?.network ?? null) : null
}

function misplaced(twin: Twin, router: Device, place: Place, neighbour: Device): Uplink {
  const modems = twin.site.devices.filter(({ kind }) => kind === 'modem')
  const passed = modems.find(({ id }) =>
    twin.segments.from(place)?.deliveries.has(placeKey({ deviceId: id, key: 'feed' })),
  )
  if (passed || router.kind === 'gateway')
    return no(`The uplink of ${router.name} leads to ${neighbour.name}. It belongs straight into the modem.`)
  return no(
    `The uplink of ${router.name} leads to ${neighbour.name}, and no router with an address for it answers there.`,
  )
}
