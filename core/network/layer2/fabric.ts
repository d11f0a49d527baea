import type { Device, Id, Link, LinkEnd, Network, Site } from '../../plan/types'
import { networkOf, tunnelEnd } from '../../plan/lookups'
import type { Place, PortKey } from './keys'
import { socket } from './keys'
import type { Fabric, FabricNode } from './fabricTypes'
import { managementVlan, nodeBuilder } from './nodes'

/** What is alive. The plan assumes everything; the field says what it sees. */
export interface Alive {
  device: (id: Id) => boolean
  /** Why a device is not alive, in a sentence. */
  whyDark?: (id: Id) => string | null
  link: (id: Id) => boolean
  /** Why the radio uplink of a device never registers, in a sentence; null: it does. */
  air: (childId: Id) => string | null
  /** Why the tunnel of an access point elsewhere is down, in a sentence; null: it is up. */
  tunnel: (childId: Id) => string | null
}
export const EVERYTHING_ALIVE: Alive = {
  device: () => true,
  link: () => true,
  air: () => null,
  tunnel: () => null,
}

/** The site as a graph of bridges, cables and radio links, ready to be walked. */
export function buildFabric(site: Site, alive: Alive = EVERYTHING_ALIVE): Fabric {
  const nodes = new Map<Id, FabricNode>()
  const nodeOf = nodeBuilder(site)
  for (const device of site.devices) if (alive.device(device.id)) nodes.set(device.id, nodeOf(device))
  const deadLinks = new Set<Id>()
  for (const link of site.links)
    if (alive.link(link.id)) connect(nodes, link)
    else deadLinks.add(link.id)
  const silentAir = new Map<Id, string>()
  for (const { device } of nodes.values()) {
    const silent = device.air && alive.air(device.id)
    if (silent) silentAir.set(device.id, silent)
    else if (device.air) connectByChild(nodes, device.air.deviceId, device.id, 'air')
  }
  return {
    site,
    nodes,
    deadLinks,
    silentAir,
    silentTunnels: joinTunnels(nodes, site, alive),
    whyDark: alive.whyDark ?? (() => null),
  }
}

function connect(nodes: Map<Id, FabricNode>, link: Link): void {
  join(nodes, placeOf(link.a), placeOf(link.b), link)
}

const placeOf = ({ deviceId, port }: LinkEnd): Place => ({ deviceId, key: socket(port) })

/** Two ports become each other's peers, where both are there. */
function join(nodes: Map<Id, FabricNode>, one: Place, other: Place, link: Link | null): void {
  const [a, b] = [nodes.get(one.deviceId), nodes.get(other.deviceId)]
  const [from, to] = [a?.ports.get(one.key), b?.ports.get(other.key)]
  if (!from || !to) return
  from.peer = { deviceId: other.deviceId, key: other.key, link, serial: to.serial }
  to.peer = { deviceId: one.deviceId, key: one.key, link, serial: from.serial }
}

/** A radio link stands where the parent has a port for this child: it offers the SSID, or is the other bridge end. So does a tunnel. */
function connectByChild(nodes: Map<Id, FabricNode>, parentId: Id, childId: Id, by: 'air' | 'tunnel'): void {
  join(nodes, { deviceId: parentId, key: `${by}:${childId}` }, { deviceId: childId, key: by }, null)
}

/** Joins access points elsewhere to their controllers; those whose tunnel is down are given with the reason. */
function joinTunnels(nodes: Map<Id, FabricNode>, site: Site, alive: Alive): Map<Id, string> {
  const silent = new Map<Id, string>()
  for (const { device } of nodes.values()) {
    const controller = tunnelEnd(site, device)
    if (!controller) continue
    const why = alive.tunnel(device.id)
    if (why === null) connectByChild(nodes, controller.id, device.id, 'tunnel')
    else silent.set(device.id, why)
  }
  return silent
}

/** The port at which a device itself speaks in a network, or null when it has no interface there. */
export function interfaceIn(fabric: Fabric, deviceId: Id, network: Network): PortKey | null {
  const node = fabric.nodes.get(deviceId)
  if (!node) return null
  if (node.behaviour !== 'aware')
    return node.device.management.networkId === network.id && node.ports.has('self') ? 'self' : null
  const key: PortKey = `self:${network.vlanId}`
  return node.ports.has(key) ? key : null
}

/** The port at which a device speaks for its own management, or null. */
export function managementInterface(fabric: Fabric, device: Device): PortKey | null {
  const node = fabric.nodes.get(device.id)
  if (!node) return null
  if (node.behaviour !== 'aware') return node.ports.has('self') ? 'self' : null
  const vlanId = networkOf(fabric.site, device.management.networkId)?.vlanId ?? managementVlan(device)
  const key: PortKey | null = vlanId === null ? null : `self:${vlanId}`
  return key && node.ports.has(key) ? key : null
}
