import { networkOf, ssidsOn } from '../site/lookups'
import type { Device, Id, Link, LinkEnd, Network, Site, VlanId } from '../site/types'
import { membershipOf, untaggedMember } from './membership'
import type { Membership } from './membership'

/** A port of a bridge: a socket, an SSID on the air, or the device's own interface. */
export type PortKey = `port:${number}` | `ssid:${string}` | `self:${number}` | 'self' | 'feed'

export const socket = (number: number): PortKey => `port:${number}`
export const socketNumber = (key: PortKey): number | null =>
  key.startsWith('port:') ? Number(key.slice(5)) : null

export interface FabricPort {
  key: PortKey
  membership: Membership
  /** Where the cable leads, if there is one and it is alive. */
  peer: { deviceId: Id; key: PortKey; link: Link } | null
}

/**
 * aware: sorts frames by VLAN · transparent: passes frames as they come · host: keeps what reaches it.
 */
export type Behaviour = 'aware' | 'transparent' | 'host'

export interface FabricNode {
  device: Device
  behaviour: Behaviour
  ports: Map<PortKey, FabricPort>
}

export interface Fabric {
  site: Site
  nodes: Map<Id, FabricNode>
}

/** What is alive. The plan assumes everything; the field says what it sees. */
export interface Alive {
  device: (id: Id) => boolean
  link: (id: Id) => boolean
}
export const EVERYTHING_ALIVE: Alive = { device: () => true, link: () => true }

/** The site as a graph of bridges and cables, ready to be walked. */
export function buildFabric(site: Site, alive: Alive = EVERYTHING_ALIVE): Fabric {
  const nodes = new Map<Id, FabricNode>()
  for (const device of site.devices) if (alive.device(device.id)) nodes.set(device.id, nodeOf(site, device))
  for (const link of site.links) if (alive.link(link.id)) connect(nodes, link)
  return { site, nodes }
}

function connect(nodes: Map<Id, FabricNode>, link: Link): void {
  const portAt = (end: LinkEnd) => nodes.get(end.deviceId)?.ports.get(socket(end.port))
  const [a, b] = [portAt(link.a), portAt(link.b)]
  if (!a || !b) return
  a.peer = { deviceId: link.b.deviceId, key: socket(link.b.port), link }
  b.peer = { deviceId: link.a.deviceId, key: socket(link.a.port), link }
}

const BEHAVIOUR: Record<Device['kind'], Behaviour> = {
  modem: 'transparent',
  gateway: 'aware',
  switch: 'aware',
  unmanagedSwitch: 'transparent',
  accessPoint: 'aware',
  controller: 'host',
  station: 'host',
}

function nodeOf(site: Site, device: Device): FabricNode {
  const behaviour = BEHAVIOUR[device.kind]
  const ports = [...sockets(site, device), ...radioPorts(site, device), ...ownInterfaces(site, device)]
  return { device, behaviour, ports: new Map(ports.map((port) => [port.key, port])) }
}

const portOf = (key: PortKey, membership: Membership): FabricPort => ({ key, membership, peer: null })

function sockets(site: Site, device: Device): FabricPort[] {
  return device.ports.map((port) =>
    portOf(
      socket(port.number),
      device.kind === 'accessPoint' ? accessPointWire(site, device, port.nativeVlan) : membershipOf(port),
    ),
  )
}

/**
 * The wired side of an access point: its native VLAN untagged, every other VLAN that it serves tagged. It follows from
 * the SSIDs, nobody types it twice.
 */
function accessPointWire(site: Site, device: Device, nativeVlan: VlanId | null): Membership {
  const vlans = [
    networkOf(site, device.management.networkId),
    ...ssidsOn(site, device).map((s) => networkOf(site, s.networkId)),
  ]
    .filter((network): network is Network => network !== undefined)
    .map(({ vlanId }) => vlanId)
  return {
    pvid: nativeVlan,
    tagged: new Set(vlans.filter((v) => v !== nativeVlan)),
    admit: 'all',
    ingressFilter: true,
  }
}

function radioPorts(site: Site, device: Device): FabricPort[] {
  if (device.kind !== 'accessPoint') return []
  return ssidsOn(site, device).map((ssid) =>
    portOf(`ssid:${ssid.id}`, untaggedMember(networkOf(site, ssid.networkId)?.vlanId ?? null)),
  )
}

function ownInterfaces(site: Site, device: Device): FabricPort[] {
  switch (BEHAVIOUR[device.kind]) {
    case 'transparent':
      return device.kind === 'modem' ? [portOf('feed', untaggedMember(null))] : []
    case 'host':
      return [portOf('self', untaggedMember(null))]
    case 'aware':
      return ownVlans(site, device).map((vlanId) => portOf(`self:${vlanId}`, untaggedMember(vlanId)))
  }
}

/** VLANs in which an aware device has an interface of its own: those it routes, and its management. */
function ownVlans(site: Site, device: Device): VlanId[] {
  const routed = site.networks.filter(({ routedBy }) => routedBy === device.id).map(({ vlanId }) => vlanId)
  const management = networkOf(site, device.management.networkId)?.vlanId ?? device.ports[0]?.nativeVlan
  return [...new Set([...routed, ...(management === undefined || management === null ? [] : [management])])]
}

/** The port at which a device itself speaks in a network, or null when it has no interface there. */
export function interfaceIn(fabric: Fabric, deviceId: Id, network: Network): PortKey | null {
  const node = fabric.nodes.get(deviceId)
  if (!node) return null
  if (node.behaviour === 'host') return node.device.management.networkId === network.id ? 'self' : null
  const key: PortKey = `self:${network.vlanId}`
  return node.ports.has(key) ? key : null
}

/** The port at which a device speaks for its own management, or null. */
export function managementInterface(fabric: Fabric, device: Device): PortKey | null {
  const node = fabric.nodes.get(device.id)
  if (!node) return null
  if (node.behaviour === 'host') return 'self'
  const vlanId = networkOf(fabric.site, device.management.networkId)?.vlanId ?? device.ports[0]?.nativeVlan
  return vlanId === undefined || vlanId === null
    ? null
    : node.ports.has(`self:${vlanId}`)
      ? `self:${vlanId}`
      : null
}
