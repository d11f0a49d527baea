import { attachmentsOf, interfaceIn, socketNumber } from '../../../network/layer2'
import type { Place } from '../../../network/layer2'
import { hears, hostOfDevice, matrixOf } from '../../../network/layer3'
import type { Twin } from '../../../network/layer3'
import { deviceOf, networkOf, routerName } from '../../../plan'
import type { Id, Site } from '../../../plan'
import { withoutVersion } from './versions'
import type { MeantAt } from './versions'

/** What two networks have of each other in a state, by a key that names both; and in words. */
export type Meeting = ReadonlyMap<string, Met>

export interface Met {
  says: string
  /** Whose clients get where they did not, for the count of those it concerns. */
  fromNetworkId: Id
}

/**
 * Every pair of which something gets through in a state, whosever address it has: what the present and the target keep apart must not be
 * among them. A network is the same in all its versions.
 */
export function reachedIn(site: Site, twin: Twin): [string, Met][] {
  return matrixOf(twin).flatMap(({ fromNetworkId, target, getsThrough, targetName }): [string, Met][] => {
    if (!getsThrough) return []
    const from = withoutVersion(fromNetworkId)
    const goal =
      target.kind === 'network'
        ? withoutVersion(target.networkId)
        : target.kind === 'internet'
          ? 'internet'
          : `${target.kind}:${target.deviceId}`
    if (goal === from) return []
    const says = `${nameOf(site, from)} can reach ${target.kind === 'router' ? routerName(deviceOf(site, target.deviceId), target.deviceId) : targetName}`
    return [[`reach ${from} ${goal}`, { says, fromNetworkId: from }]]
  })
}

/** Somebody who belongs to a network, and where frames reach him. */
interface Ear {
  networkId: Id
  place: Place
}

/**
 * Networks whose clients and another's clients, routers or devices hear each other, one way or both: where the two ends of a cable differ,
 * frames change network in one direction alone, and a lease is had all the same. `meantAt`: which network a free socket is for.
 */
export function sharedIn(site: Site, twin: Twin, meantAt: MeantAt): [string, Met][] {
  const clients = attachmentsOf(site).flatMap((at): Ear[] => {
    const networkId = meantAt(at, nativeAt(site, at.place))
    return networkId === null ? [] : [{ networkId: withoutVersion(networkId), place: at.place }]
  })
  const ears = [...onePerSegment(twin, clients), ...ownEars(site, twin)]
  const found = new Map<string, Met>()
  for (const one of onePerSegment(twin, clients))
    for (const other of ears) {
      const [from, to] = [one.networkId, other.networkId]
      if (from === to || found.has(`share ${from} ${to}`)) continue
      if (hears(twin, one.place, other.place) || hears(twin, other.place, one.place))
        found.set(`share ${from} ${to}`, {
          says: `${nameOf(site, from)} shares a segment with ${nameOf(site, to)}`,
          fromNetworkId: from,
        })
    }
  return [...found]
}

/** Of clients of one network in one domain, one. */
function onePerSegment(twin: Twin, clients: readonly Ear[]): Ear[] {
  const seen = new Set<string>()
  return clients.filter(({ networkId, place }) => {
    const key = `${networkId} ${twin.segments.from(place)?.id ?? `${place.deviceId} ${place.key}`}`
    if (seen.has(key)) return false
    seen.add(key)
    return true
  })
}

/** Where devices have their management, and routers their interfaces. */
function ownEars(site: Site, twin: Twin): Ear[] {
  const managed = site.devices.flatMap((device): Ear[] => {
    const { networkId } = device.management
    const place = hostOfDevice(twin, device)?.place
    return place && networkId !== null && !device.station
      ? [{ networkId: withoutVersion(networkId), place }]
      : []
  })
  const routed = site.networks.flatMap((network): Ear[] => {
    const key = network.routedBy === null ? null : interfaceIn(twin.fabric, network.routedBy, network)
    return key && network.routedBy !== null
      ? [{ networkId: withoutVersion(network.id), place: { deviceId: network.routedBy, key } }]
      : []
  })
  return [...managed, ...routed]
}

const nativeAt = (site: Site, { deviceId, key }: Place): number | null =>
  deviceOf(site, deviceId)?.ports.find(({ number }) => number === socketNumber(key))?.nativeVlan ?? null

const nameOf = (site: Site, id: Id): string =>
  (networkOf(site, id) ?? site.networks.find((network) => withoutVersion(network.id) === id))?.name ?? id

/** Two interfaces of one router in one VLAN: it answers in both subnets on one segment, and a router refuses to be set so. */
export function doubledInterfaces(site: Site): [string, string][] {
  const seen = new Map<string, Id>()
  return site.networks.flatMap(({ id, routedBy, vlanId }): [string, string][] => {
    if (routedBy === null) return []
    const key = `${routedBy} ${vlanId}`
    const first = seen.get(key)
    seen.set(key, first ?? id)
    if (first === undefined) return []
    const router = deviceOf(site, routedBy)?.name ?? routedBy
    return [[`interfaces ${key}`, `${router} would have two interfaces in VLAN ${vlanId}.`]]
  })
}
