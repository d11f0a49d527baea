import type { Device, Id, Link, LinkEnd, Network, Site } from '../../plan/types'
import { networkOf } from '../../plan/lookups'
import type { PortKey } from './keys'
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
}
export const EVERYTHING_ALIVE: Alive = { device: () => true, link: () => true, air: () => null }

/** The site as a graph of bridges, cables and radio links, ready to be walked. */
export function buildFabric(site: Site, alive: Alive = EVERYTHING_ALIVE): Fabric {
  const nodes = new Map<Id, FabricNode>()
  const nodeOf = nodeBuilder(site)
  for (const device of site.devices) if (alive.device(device.id)) nodes.set(device.id, nodeOf(device))
  for (const link of site.links) if (alive.link(link.id)) connect(nodes, link)
  const silentAir = new Map<Id, string>()
  for (const { device, ports } of nodes.values()) {
    const silent = device.air && alive.air(device.id)
    if (silent) silentAir.set(device.id, silent)
    else if (device.air) connectAir(nodes, device.id, ports)
  }
  return { site, nodes, silentAir, whyDark: alive.whyDark ?? (() => null) }
}

function connect(nodes: Map<Id, FabricNode>, link: Link): void {
  const portAt = (end: LinkEnd) => nodes.get(end.deviceId)?.ports.get(socket(end.port))
  const [a, b] = [portAt(link.a), portAt(link.b)]
  if (!a || !b) return
  a.peer = { deviceId: link.b.deviceId, key: socket(link.b.port), link }
  b.peer = { deviceId: link.a.deviceId, key: socket(link.a.port), link }
}

/** A radio link stands where the parent has a port for this child: it offers the SSID, or is the other bridge end. */
function connectAir(nodes: Map<Id, FabricNode>, childId: Id, ports: FabricNode['ports']): void {
  const parentId = nodes.get(childId)?.device.air?.deviceId ?? ''
  const key: PortKey = `air:${childId}`
  const [down, up] = [nodes.get(parentId)?.ports.get(key), ports.get('air')]
  if (!down || !up) return
  down.peer = { deviceId: childId, key: 'air', link: null }
  up.peer = { deviceId: parentId, key, link: null }
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
