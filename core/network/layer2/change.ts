import { isSameButPorts } from '../../plan/change'
import { tunnelEnd } from '../../plan/lookups'
import type { Device, Site } from '../../plan/types'
import type { Alive } from './fabric'
import type { Fabric, FabricNode, FabricPort } from './fabricTypes'
import type { PortKey } from './keys'
import type { Membership } from './membership'
import { managementVlan, nodeParts } from './nodes'

/** A port that treats VLANs otherwise than before. */
export interface ChangedPort {
  node: FabricNode
  before: FabricPort
  after: FabricPort
}

export interface FabricAfter {
  fabric: Fabric
  changed: ChangedPort[]
  /** The devices whose ports are set otherwise, before and after. */
  devices: readonly (readonly [Device, Device])[]
}

/**
 * The fabric of a plan that differs from an earlier one in how ports are set, and in nothing else: the same devices, cables and radio
 * links, alive or not for the same reasons. All nodes that are as they were are shared, and serials are the same. Null where
 * more is different.
 */
export function fabricAfter(before: Fabric, site: Site, alive: Alive): FabricAfter | null {
  const devices = changedDevices(before.site, site)
  if (!devices || !isSameLife(before, site, alive)) return null
  const later = new Map(devices.map(([was, is]) => [was, is]))
  const partsOf = nodeParts(site)
  const nodes = new Map(before.nodes)
  const changed: ChangedPort[] = []
  for (const node of before.nodes.values()) {
    const device = later.get(node.device) ?? node.device
    const parts = partsOf(device)
    if (parts === node.parts && device === node.device) continue
    const ports = portsAfter(node, parts.ports)
    if (!ports || parts.behaviour !== node.behaviour) return null
    nodes.set(device.id, { ...node, device, parts, ports })
    changed.push(...changesIn(node, ports))
  }
  return { fabric: { ...before, site, nodes, whyDark: alive.whyDark ?? (() => null) }, changed, devices }
}

/** Null where they are other ports. */
function portsAfter(
  { ports }: FabricNode,
  parts: FabricNode['parts']['ports'],
): Map<PortKey, FabricPort> | null {
  if (ports.size !== parts.length) return null
  const after = new Map<PortKey, FabricPort>()
  const earlier = ports.values()
  for (const { key, group, membership } of parts) {
    const was = earlier.next().value
    if (was?.key !== key || was.group !== group) return null
    after.set(key, { ...was, membership })
  }
  return after
}

const changesIn = (node: FabricNode, ports: ReadonlyMap<PortKey, FabricPort>): ChangedPort[] =>
  [...ports.values()].flatMap((after) => {
    const before = node.ports.get(after.key)
    return !before || isSameMembership(before.membership, after.membership) ? [] : [{ node, before, after }]
  })

const isSameMembership = (one: Membership, other: Membership): boolean =>
  one === other ||
  (one.pvid === other.pvid &&
    one.admit === other.admit &&
    one.ingressFilter === other.ingressFilter &&
    one.tagged.size === other.tagged.size &&
    [...one.tagged].every((vid) => other.tagged.has(vid)))

/** Null when anything else differs. */
function changedDevices(before: Site, after: Site): FabricAfter['devices'] | null {
  if (before === after) return []
  const fields = Object.keys({ ...before, ...after }) as (keyof Site)[]
  const isAlike = fields.every((field) => field === 'devices' || before[field] === after[field])
  if (!isAlike || before.devices.length !== after.devices.length) return null
  const pairs: (readonly [Device, Device])[] = []
  for (const [i, device] of after.devices.entries()) {
    const was = before.devices[i]
    // Which of its interfaces a device is managed at may follow from its first socket.
    if (!was || !isSameButPorts(was, device) || managementVlan(was) !== managementVlan(device)) return null
    if (was !== device) pairs.push([was, device])
  }
  return pairs
}

const isSameLife = (before: Fabric, site: Site, alive: Alive): boolean =>
  site.devices.every(
    ({ id }) =>
      alive.device(id) === before.nodes.has(id) &&
      (before.nodes.has(id) || (alive.whyDark?.(id) ?? null) === before.whyDark(id)),
  ) &&
  site.links.every(({ id }) => alive.link(id) !== before.deadLinks.has(id)) &&
  [...before.nodes.values()].every(
    ({ device }) =>
      (!device.air || alive.air(device.id) === (before.silentAir.get(device.id) ?? null)) &&
      (!tunnelEnd(site, device) || alive.tunnel(device.id) === (before.silentTunnels.get(device.id) ?? null)),
  )
