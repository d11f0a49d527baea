import { isSameBut } from '../../plan/change'
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
 * The fabric of a plan that differs from an earlier one in how ports are set and in what frames do not depend on, such as walls: the same
 * devices, cables and radio links, alive or not for the same reasons. All nodes that are as they were are shared, and serials are the
 * same. Null where more is different.
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

/** Of a device: how its ports are set, which is looked at one by one, and what no frame and no address depends on. */
export const FREE_OF_DEVICE: ReadonlySet<keyof Device> = new Set(['ports', 'position', 'radios'] as const)

/**
 * Of a plan: its devices, which are looked at one by one, and what no frame and no address depends on. What of it decides whether something is
 * alive, as a wall in a radio link does, is asked of `alive`.
 */
export const FREE_OF_PLAN: ReadonlySet<keyof Site> = new Set([
  'devices',
  'name',
  'place',
  'notes',
  'contact',
  'areas',
  'requirements',
  'ground',
  'levels',
  'buildings',
  'walls',
  'obstacles',
  'keepOuts',
  'risers',
  'cableRoutes',
  'underlays',
  'antennas',
  'neighbours',
  'parts',
  'partsRules',
] as const)

/** The devices that are other objects; null when anything that frames or addresses depend on differs. */
function changedDevices(before: Site, after: Site): FabricAfter['devices'] | null {
  if (before === after) return []
  if (!isSameBut(before, after, FREE_OF_PLAN) || before.devices.length !== after.devices.length) return null
  const pairs: (readonly [Device, Device])[] = []
  for (const [i, device] of after.devices.entries()) {
    const was = before.devices[i]
    if (!was || !isSameBut(was, device, FREE_OF_DEVICE)) return null
    // Which of its interfaces a device is managed at may follow from its first socket.
    if (managementVlan(was) !== managementVlan(device)) return null
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
