import { keptWhile } from '../../lib/keptWhile'
import { kindOf, routesAtHome, wanOf } from '../../plan/kinds'
import {
  jackNetwork,
  networkOf,
  portSpecOf,
  ssidsOn,
  tunnelEnd,
  tunnelsAt,
  vlansCarried,
  vlansServed,
} from '../../plan/lookups'
import type { Device, Id, Port, Site, VlanId } from '../../plan/types'
import type { Behaviour, FabricNode, FabricPort, NodeParts, PortGroup } from './fabricTypes'
import { placeKey, socket } from './keys'
import type { PortKey } from './keys'
import { admitsAll, membershipOf, untaggedMember } from './membership'
import type { Membership } from './membership'

/** How a device treats frames. A controller at which tunnels end sorts what comes out of them by VLAN. */
export function behaviourOf(site: Site, device: Device): Behaviour {
  const { forwards } = kindOf(device)
  if (forwards === 'host' && device.controller && tunnelsAt(site, device.id).length > 0) return 'aware'
  return forwards === 'byRole' ? (routesAtHome(device) ? 'aware' : 'transparent') : forwards
}

/** The VLAN of a device’s own interface when the plan names no network for it: that of its first socket towards the site. */
export const managementVlan = (device: Device): VlanId | null =>
  device.ports.find(({ number }) => number !== wanOf(device)?.port)?.nativeVlan ?? null

type BarePort = Pick<FabricPort, 'key' | 'group' | 'membership'>

const portOf = (key: PortKey, membership: Membership, group: PortGroup = 'lan'): BarePort => ({
  key,
  group,
  membership,
})

interface Context {
  site: Site
  /** VLANs that a device routes. */
  routed: Map<Id, VlanId[]>
  /** Devices that have its uplink to a device by radio. */
  children: Map<Id, Device[]>
  allVlans: VlanId[]
}

/** Makes nodes of one site; what is the same for all of them is worked out once. */
export function nodeBuilder(site: Site): (device: Device) => FabricNode {
  const context = contextOf(site)
  let [nodes, serials] = [0, 0]
  return (device) => {
    const parts = partsOf(context, device)
    const ports = new Map<PortKey, FabricPort>()
    for (const { id, key, group, membership } of parts.ports)
      ports.set(key, { id, key, group, membership, peer: null, serial: serials++ })
    return { device, parts, behaviour: parts.behaviour, serial: nodes++, ports }
  }
}

/** What the nodes of a site are made of. */
export function nodeParts(site: Site): (device: Device) => NodeParts {
  const context = contextOf(site)
  return (device) => partsOf(context, device)
}

const kept = keptWhile<Device, NodeParts>()

/** What a node is made of. Ends of tunnels depend on other devices, and are made each time. */
function partsOf(context: Context, device: Device): NodeParts {
  if (device.controller || device.remote) return partsAnew(context, device)
  const { networks, ssids, groups, deviceTypes } = context.site
  const from = [networks, ssids, groups, deviceTypes, ...(context.children.get(device.id) ?? [])]
  return kept(device, from, () => partsAnew(context, device))
}

function partsAnew(context: Context, device: Device): NodeParts {
  const { site } = context
  const behaviour = behaviourOf(site, device)
  const ports = [
    ...sockets(context, device, behaviour),
    ...radioPorts(context, device),
    ...tunnelPorts(site, device),
    ...ownInterfaces(context, device, behaviour),
  ]
  return {
    behaviour,
    ports: ports.map((port) => ({ ...port, id: placeKey({ deviceId: device.id, key: port.key }) })),
  }
}

function contextOf(site: Site): Context {
  const routed = new Map<Id, VlanId[]>()
  for (const { routedBy, vlanId } of site.networks)
    if (routedBy !== null) routed.set(routedBy, [...(routed.get(routedBy) ?? []), vlanId])
  const children = new Map<Id, Device[]>()
  for (const device of site.devices)
    if (device.air) children.set(device.air.deviceId, [...(children.get(device.air.deviceId) ?? []), device])
  return { site, routed, children, allVlans: site.networks.map(({ vlanId }) => vlanId) }
}

function sockets({ site }: Context, device: Device, behaviour: Behaviour): BarePort[] {
  const { wireVlans, forwards } = kindOf(device)
  const bySsids = wireVlans === 'bySsids' || (forwards === 'host' && behaviour === 'aware')
  const wire = bySsids ? new Set(vlansServed(site, device)) : null
  return device.ports.map((port) => {
    const key = socket(port.number)
    if (wanOf(device)?.port === port.number && behaviour === 'aware')
      return portOf(key, untaggedMember(port.nativeVlan ?? 1), 'uplink')
    if (wire) return portOf(key, wireMembership(site, device, port, wire))
    return portOf(key, membershipOf(port), isDeadSocket(site, device, port, behaviour) ? 'apart' : 'lan')
  })
}

/** The WAN socket of a household router that only bridges leads to a router that is not used. */
const isDeadSocket = (site: Site, device: Device, port: Port, behaviour: Behaviour): boolean =>
  device.router !== null &&
  behaviour === 'transparent' &&
  portSpecOf(site, device, port.number)?.role === 'wan'

/**
 * The wired side of an access point: its native VLAN untagged, every other VLAN that it serves tagged. It follows from
 * the SSIDs, nobody types it twice. A jack that a group puts on a network carries that one, untagged.
 */
function wireMembership(site: Site, device: Device, port: Port, tags: Set<VlanId>): Membership {
  const jack = site.groups.length > 0 ? jackNetwork(site, device.id, port.number) : undefined
  if (jack) return untaggedMember(jack.vlanId)
  const tagged = new Set(tags)
  if (port.nativeVlan !== null) tagged.delete(port.nativeVlan)
  return { pvid: port.nativeVlan, tagged, admit: 'all', ingressFilter: true }
}

function radioPorts({ site, children, allVlans }: Context, device: Device): BarePort[] {
  const offered = ssidsOn(site, device)
  const vlanOfSsid = (id: Id | null) =>
    networkOf(site, offered.find((ssid) => ssid.id === id)?.networkId ?? null)?.vlanId ?? null
  const down = (children.get(device.id) ?? []).flatMap((child) => {
    const ssidId = child.air?.ssidId ?? null
    if (child.air?.way !== 'station') return [portOf(`air:${child.id}`, wholeFrames(site, device, allVlans))]
    return offered.some(({ id }) => id === ssidId)
      ? [portOf(`air:${child.id}`, untaggedMember(vlanOfSsid(ssidId)))]
      : []
  })
  const up = device.air
    ? [
        portOf(
          'air',
          device.air.way !== 'station'
            ? wholeFrames(site, device, allVlans)
            : untaggedMember(managementVlan(device) ?? 1),
          routesAtHome(device) ? 'uplink' : 'lan',
        ),
      ]
    : []
  return [
    ...offered.map((ssid) => portOf(`ssid:${ssid.id}`, untaggedMember(vlanOfSsid(ssid.id)))),
    ...down,
    ...up,
  ]
}

/** A tunnel carries the VLANs of the SSIDs and jacks at its far end, all of them tagged. */
function tunnelPorts(site: Site, device: Device): BarePort[] {
  const carried = (far: Device): Membership => ({
    pvid: null,
    tagged: new Set(vlansCarried(site, far)),
    admit: 'taggedOnly',
    ingressFilter: true,
  })
  return [
    ...(tunnelEnd(site, device) ? [portOf('tunnel', carried(device))] : []),
    ...(device.controller ? tunnelsAt(site, device.id) : []).map((far) =>
      portOf(`tunnel:${far.id}`, carried(far)),
    ),
  ]
}

/** A bridge carries frames as they are: every VLAN of the site, the device's own untagged. */
const wholeFrames = (site: Site, device: Device, allVlans: VlanId[]): Membership =>
  admitsAll(networkOf(site, device.management.networkId)?.vlanId ?? managementVlan(device), allVlans)

function ownInterfaces(context: Context, device: Device, behaviour: Behaviour): BarePort[] {
  if (behaviour === 'host') return [portOf('self', untaggedMember(null))]
  if (behaviour === 'aware') {
    const up = wanOf(device) || (device.air && routesAtHome(device)) ? [upInterface(device)] : []
    return [
      ...ownVlans(context, device).map((vlanId) => portOf(`self:${vlanId}`, untaggedMember(vlanId))),
      ...up,
    ]
  }
  const self = portOf('self', untaggedMember(null))
  if (device.modem)
    return device.modem.bridgeMode
      ? [portOf('feed', untaggedMember(null))]
      : [self, portOf('feed', untaggedMember(null), 'apart')]
  return device.router ? [self] : []
}

const upInterface = (device: Device): BarePort => {
  const vlanId = device.air
    ? (managementVlan(device) ?? 1)
    : (device.ports.find(({ number }) => number === wanOf(device)?.port)?.nativeVlan ?? 1)
  return portOf('up', untaggedMember(vlanId), 'uplink')
}

/** VLANs in which an aware device has an interface of its own: those it routes, and its management. */
function ownVlans({ site, routed }: Context, device: Device): VlanId[] {
  const management = networkOf(site, device.management.networkId)?.vlanId ?? managementVlan(device)
  return [...new Set([...(routed.get(device.id) ?? []), ...(management === null ? [] : [management])])]
}
