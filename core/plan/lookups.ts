import { isAccessPoint, isOnAir, kindOf, roleOf, wanOf } from './kinds'
import { endKey, indexOf } from './siteIndex'
import type {
  Band,
  Device,
  DeviceType,
  Id,
  Link,
  LinkEnd,
  Network,
  Port,
  PortSpec,
  SecurityProfile,
  Site,
  Ssid,
  VlanId,
} from './types'

const found = <T>(map: Map<Id, T>, id: Id | null): T | undefined => (id === null ? undefined : map.get(id))

export const networkOf = (site: Site, id: Id | null): Network | undefined => found(indexOf(site).networks, id)
export const deviceOf = (site: Site, id: Id | null): Device | undefined => found(indexOf(site).devices, id)
export const typeOf = (site: Site, device: Device): DeviceType | undefined =>
  found(indexOf(site).types, device.typeId)
export const profileOf = (site: Site, ssid: Ssid): SecurityProfile | undefined =>
  found(indexOf(site).profiles, ssid.profileId)

/** What the port can do by the device's type, if its type is known. */
export const portSpecOf = (site: Site, device: Device, number: number): PortSpec | undefined =>
  typeOf(site, device)?.ports.find((port) => port.number === number)

export const sameEnd = (a: LinkEnd, b: LinkEnd): boolean => a.deviceId === b.deviceId && a.port === b.port

/** The cable in that port, if any. */
export const linkAt = (site: Site, end: LinkEnd): Link | undefined => indexOf(site).links.get(endKey(end))

/** Whether a device is connected to anything: by a cable in any socket, or by radio. */
export const isConnected = (site: Site, { id, ports, air }: Device): boolean =>
  air !== null || ports.some(({ number }) => linkAt(site, { deviceId: id, port: number }) !== undefined)

/** Sockets of a device that a client could use: free, and not its way to the feed. */
export const freeSockets = (site: Site, device: Device): Port[] =>
  device.ports.filter(
    ({ number }) =>
      wanOf(device)?.port !== number &&
      portSpecOf(site, device, number)?.role !== 'wan' &&
      !linkAt(site, { deviceId: device.id, port: number }),
  )

/** What is plugged into that port. */
export function neighbourAt(
  site: Site,
  end: LinkEnd,
): { link: Link; end: LinkEnd; device: Device } | undefined {
  const link = linkAt(site, end)
  if (!link) return undefined
  const far = sameEnd(link.a, end) ? link.b : link.a
  const device = deviceOf(site, far.deviceId)
  return device && { link, end: far, device }
}

export const accessPoints = (site: Site): Device[] => site.devices.filter(isAccessPoint)

export const controllers = (site: Site): Device[] => indexOf(site).controllers

/** The devices whose ports lie side by side: what gets a strip, and a place in the port map. */
export const switchingDevices = (site: Site): Device[] =>
  site.devices.filter((device) => kindOf(device).hasStrip)

/**
 * Whether clients join its radio on a band: not where that radio is kept for the link to another device, as at the ends of a
 * bridge and on a mesh node with a radio of its own for backhaul.
 */
export const servesOn = (device: Device, band: Band): boolean =>
  isOnAir(device) && roleOf(device) !== 'bridgeEnd' && device.mesh?.ownBand !== band

/** The SSIDs a device is meant to put on the air. */
export const ssidsOn = (site: Site, accessPoint: Device): Ssid[] =>
  isOnAir(accessPoint) ? (indexOf(site).ssids.get(accessPoint.id) ?? []) : []

/** The network of a wired jack of an access point, if one of its groups puts it on one. */
export const jackNetwork = (site: Site, deviceId: Id, port: number): Network | undefined => {
  const jack = site.groups
    .filter(({ accessPointIds, jacks }) => jacks.length > 0 && accessPointIds.includes(deviceId))
    .flatMap(({ jacks }) => jacks)
    .find((candidate) => candidate.port === port)
  return jack && networkOf(site, jack.networkId)
}

/** "Name port 7", or the port's printed label where the type has one. */
export function portName(site: Site, end: LinkEnd): string {
  const device = deviceOf(site, end.deviceId)
  if (!device) return `port ${end.port}`
  return `${device.name} port ${portSpecOf(site, device, end.port)?.label ?? end.port}`
}

export const vlanName = (site: Site, vlanId: number): string => {
  const network = indexOf(site).networkByVlan.get(vlanId)
  return network ? `VLAN ${vlanId} (${network.name})` : `VLAN ${vlanId}`
}

/** The controller at the other end of a remote access point's tunnel; undefined for what has none into this site. */
export function tunnelEnd(site: Site, device: Device): Device | undefined {
  if (!device.remote) return undefined
  const controller = deviceOf(site, device.adoption?.controllerId ?? null)
  return controller?.controller && controller.controller.form !== 'hosted' ? controller : undefined
}

/** Remote access points whose tunnels end at a controller. */
export const tunnelsAt = (site: Site, controllerId: Id): Device[] =>
  site.devices.filter((device) => tunnelEnd(site, device)?.id === controllerId)

/** The VLANs an access point must have on its wire: its management first, then its SSIDs and its jacks; at a controller those of its tunnels. */
export function vlansServed(site: Site, device: Device): VlanId[] {
  const far = device.controller ? tunnelsAt(site, device.id) : []
  return [
    ...new Set([
      ...vlansOf([networkOf(site, device.management.networkId)]),
      ...[device, ...far].flatMap((one) => vlansCarried(site, one)),
    ]),
  ]
}

/** The VLANs of its SSIDs and its jacks. */
export const vlansCarried = (site: Site, device: Device): VlanId[] =>
  vlansOf([
    ...ssidsOn(site, device).map(({ networkId }) => networkOf(site, networkId)),
    ...ssidsOn(site, device).map(({ networkId }) => networkOf(site, networkId)),
    ...(site.groups.length > 0 ? device.ports.map(({ number }) => jackNetwork(site, device.id, number)) : []),
  ])

const vlansOf = (networks: (Network | undefined)[]): VlanId[] => [
  ...new Set(networks.flatMap((network) => (network ? [network.vlanId] : []))),
]
