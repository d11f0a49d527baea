import { contains, networkAround, overlaps, subnetAround, subnetOrNull } from '../addressing'
import { socket } from '../layer2'
import type { Place } from '../layer2'
import { deviceOf, kindOf, wanOf } from '../../plan'
import type { Device, Id, Network } from '../../plan'
import { answeringServers, serverName } from './addressService'
import { interfacesAt, isOnLink } from './hosts'
import type { Host } from './hosts'
import { keptPerTwin } from './kept'
import { leaseFrom } from './lease'
import type { Lease } from './lease'
import { comesOutAt, hearEachOther } from './twin'
import type { Twin } from './twin'

/**
 * Where a router's uplink leads. feed: to a modem; `translatedTwice` when that modem is a router itself · inner: into a
 * network that another router of the site routes, with the address that it has there.
 */
export type Uplink =
  | { ok: true; kind: 'feed'; outKey: Place['key']; modemName: string; translatedTwice: boolean }
  | { ok: true; kind: 'inner'; outKey: Place['key']; host: Host; network: Network; next: Place }
  | { ok: false; reason: string }

const no = (reason: string): Uplink => ({ ok: false, reason })

const kept = keptPerTwin<Uplink>('uplink')

/** The uplink of a router as it really stands; worked out once. */
export const uplinkOf = (twin: Twin, routerId: Id): Uplink =>
  kept(twin, routerId, () => findUplink(twin, routerId))

function findUplink(twin: Twin, routerId: Id): Uplink {
  const router = deviceOf(twin.site, routerId)
  const node = twin.fabric.nodes.get(routerId)
  const place: Place = { deviceId: routerId, key: 'up' }
  if (!router || !node?.ports.has('up'))
    return no(`${router?.name ?? routerId} has no uplink, so nothing leaves the site.`)
  const wan = wanOf(router)
  const outKey = wan ? socket(wan.port) : 'air'
  const peer = node.ports.get(outKey)?.peer
  const neighbour = peer && twin.fabric.nodes.get(peer.deviceId)?.device
  if (!neighbour)
    return no(
      twin.fabric.silentAir.get(routerId) ?? `Nothing alive is plugged into the uplink of ${router.name}.`,
    )
  if (neighbour.modem)
    return {
      ok: true,
      kind: 'feed',
      outKey,
      modemName: neighbour.name,
      translatedTwice: !neighbour.modem.bridgeMode,
    }
  return inner(twin, router, place, outKey, neighbour)
}

/** The uplink sits in a network of the site, with an address of its own and a router that answers it. */
function inner(twin: Twin, router: Device, place: Place, outKey: Place['key'], neighbour: Device): Uplink {
  const lease = typedUplink(twin, router) ?? leasedUplink(twin, router, place)
  if (lease === null) return misplaced(twin, router, place, neighbour)
  if (typeof lease === 'string') return no(lease)
  const host: Host = { label: router.name, place, lease }
  const found = lease.gateway === null ? [] : interfacesAt(twin, lease.gateway, place)
  const next = found.find(({ routerId }) => routerId !== router.id)
  if (!next || !hearEachOther(twin, place, next.place)) return misplaced(twin, router, place, neighbour)
  const subnet = subnetOrNull(next.network.subnet)
  if (!subnet || !contains(subnet, lease.ip) || !isOnLink(host, lease.gateway ?? ''))
    return no(
      `The uplink of ${router.name} has ${lease.ip}/${lease.prefixLength}, which is no address of ${next.network.name} (${next.network.subnet}).`,
    )
  const clash = overlapping(twin, router, lease)
  if (clash)
    return no(
      `${clash.name} (${clash.subnet}) behind ${router.name} overlaps the network that its uplink is in, so ${router.name} does not know which side to send to.`,
    )
  return { ok: true, kind: 'inner', outKey, host, network: next.network, next: next.place }
}

/** A network behind a router that lies over the one before it. */
const overlapping = ({ site }: Twin, router: Device, { ip, prefixLength }: Lease): Network | undefined =>
  site.networks.find((network) => {
    const subnet = network.routedBy === router.id ? subnetOrNull(network.subnet) : null
    return subnet !== null && overlaps(subnet, subnetAround(ip, prefixLength))
  })

function typedUplink({ site }: Twin, router: Device): Lease | null {
  const uplink = wanOf(router)
  if (uplink?.addressing !== 'fixed' || uplink.ip === null) return null
  const { ip, gateway } = uplink
  return {
    ip,
    prefixLength: uplink.prefixLength ?? 24,
    gateway,
    nameServers: [],
    network: networkAround(site, ip),
    server: null,
    controllerIps: [],
  }
}

/** What the uplink is given where it is plugged in; a sentence where several servers answer, null where none does. */
function leasedUplink(twin: Twin, router: Device, place: Place): Lease | string | null {
  const servers = answeringServers(twin, place).filter(({ deviceId }) => deviceId !== router.id)
  const [server] = servers
  if (!server) return null
  if (servers.length > 1)
    return `${servers.map((one) => serverName(twin.site, one)).join(' and ')} both answer the uplink of ${router.name}. Which one wins is luck.`
  return leaseFrom(twin.site, server)
}

function misplaced(twin: Twin, router: Device, place: Place, neighbour: Device): Uplink {
  const modems = twin.site.devices.filter(({ modem }) => modem !== null)
  const segment = twin.segments.from(place)
  const passed = modems.find(({ id }) => comesOutAt(twin, segment, { deviceId: id, key: 'feed' }))
  if (passed || kindOf(router).routes === 'always')
    return no(`The uplink of ${router.name} leads to ${neighbour.name}. It belongs straight into the modem.`)
  return no(
    `The uplink of ${router.name} leads to ${neighbour.name}, and no router with an address for it answers there.`,
  )
}
