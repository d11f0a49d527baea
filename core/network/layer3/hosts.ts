import { contains, subnetAround, subnetOrNull } from '../addressing'
import { interfaceIn, managementInterface } from '../layer2'
import type { Place } from '../layer2'
import { deviceOf, isInnerRouter } from '../../plan'
import type { Device, Id, Network } from '../../plan'
import { answeringServers } from './addressService'
import type { AddressServer } from './addressService'
import { leaseFrom, typedIn } from './lease'
import type { Lease } from './lease'
import { hearEachOther } from './twin'
import type { Twin } from './twin'

/** Somebody who can be talked to: where he is, and the address that he really has. */
export interface Host {
  label: string
  place: Place
  lease: Lease
}

/** Whether a host takes an address for one of its own subnet, so that it asks for it by ARP. Source: RFC 1122 section 3.3.1.1. */
export const isOnLink = ({ lease }: Pick<Host, 'lease'>, ip: string): boolean =>
  contains(subnetAround(lease.ip, lease.prefixLength), ip)

/** A device as host by its own management: typed in, or leased where it stands. Null: it has no place or no address. */
export function hostOfDevice(twin: Twin, device: Device, server?: AddressServer): Host | null {
  const key = managementInterface(twin.fabric, device)
  if (!key || device.management.addressing === 'none') return null
  const place = { deviceId: device.id, key }
  const lease = typedIn(twin.site, device) ?? leasedAt(twin, device, place, server)
  return lease && { label: device.name, place, lease }
}

function leasedAt(twin: Twin, device: Device, place: Place, chosen?: AddressServer): Lease | null {
  const server = chosen ?? firstServer(twin, place, device.management.networkId)
  return server ? leaseFrom(twin.site, server, device) : null
}

/** Of several servers that answer, the one that the plan means is asked first. */
export const firstServer = (twin: Twin, place: Place, networkId: Id | null): AddressServer | undefined => {
  const servers = answeringServers(twin, place)
  return servers.find(({ network }) => network?.id === networkId) ?? servers[0]
}

/** A router's interface in a network. */
export interface RouterInterface {
  routerId: Id
  network: Network
  place: Place
}

/** Interfaces of routers that have this address, first those that who asks hears. */
export function interfacesAt(twin: Twin, ip: string, sender: Place): RouterInterface[] {
  const found = twin.site.networks.flatMap((network): RouterInterface[] => {
    if (network.gateway !== ip || network.routedBy === null) return []
    const key = interfaceIn(twin.fabric, network.routedBy, network)
    return key ? [{ routerId: network.routedBy, network, place: { deviceId: network.routedBy, key } }] : []
  })
  return found.sort((a, b) => Number(heard(twin, sender, b)) - Number(heard(twin, sender, a)))
}

const heard = (twin: Twin, sender: Place, { place }: RouterInterface): boolean =>
  hearEachOther(twin, sender, place)

/** The interface by which a router is connected to the subnet of an address, if it has one that is up. */
export function connectedTo(twin: Twin, routerId: Id, ip: string): RouterInterface | null {
  for (const network of twin.site.networks) {
    const subnet = subnetOrNull(network.subnet)
    if (network.routedBy !== routerId || !subnet || !contains(subnet, ip)) continue
    const key = interfaceIn(twin.fabric, routerId, network)
    if (key) return { routerId, network, place: { deviceId: routerId, key } }
  }
  return null
}

/** Whether a device stands behind its own translation: what is asked from outside does not get to its networks. */
export const wallsOff = (twin: Twin, network: Network): Device | null => {
  const owner = deviceOf(twin.site, network.routedBy)
  const isInner = owner && isInnerRouter(owner)
  return owner && isInner && network.translated ? owner : null
}
