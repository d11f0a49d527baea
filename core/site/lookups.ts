import type {
  Device,
  DeviceType,
  Id,
  Link,
  LinkEnd,
  Network,
  PortSpec,
  SecurityProfile,
  Site,
  Ssid,
} from './types'

/** The record with that id, or undefined; null is allowed so that optional references read plainly. */
export const byId = <T extends { id: Id }>(records: T[], id: Id | null): T | undefined =>
  id === null ? undefined : records.find((record) => record.id === id)

export const networkOf = (site: Site, id: Id | null): Network | undefined => byId(site.networks, id)
export const deviceOf = (site: Site, id: Id | null): Device | undefined => byId(site.devices, id)
export const typeOf = (site: Site, device: Device): DeviceType | undefined =>
  byId(site.deviceTypes, device.typeId)
export const profileOf = (site: Site, ssid: Ssid): SecurityProfile | undefined =>
  byId(site.profiles, ssid.profileId)

/** What the port can do by the device's type, if its type is known. */
export const portSpecOf = (site: Site, device: Device, number: number): PortSpec | undefined =>
  typeOf(site, device)?.ports.find((port) => port.number === number)

export const sameEnd = (a: LinkEnd, b: LinkEnd): boolean => a.deviceId === b.deviceId && a.port === b.port

/** The cable in that port, if any. */
export const linkAt = (site: Site, end: LinkEnd): Link | undefined =>
  site.links.find((link) => sameEnd(link.a, end) || sameEnd(link.b, end))

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

export const accessPoints = (site: Site): Device[] =>
  site.devices.filter((device) => device.kind === 'accessPoint')

/** The devices whose ports lie side by side: what gets a strip, and a place in the port map. */
export const switchingDevices = (site: Site): Device[] =>
  site.devices.filter(({ kind }) => kind === 'switch' || kind === 'gateway' || kind === 'unmanagedSwitch')

/** The SSIDs an access point is meant to put on the air. */
export const ssidsOn = (site: Site, accessPoint: Device): Ssid[] =>
  site.ssids.filter((ssid) => ssid.accessPointIds === null || ssid.accessPointIds.includes(accessPoint.id))

/** "Name port 7", or the port's printed label where the type has one. */
export function portName(site: Site, end: LinkEnd): string {
  const device = deviceOf(site, end.deviceId)
  if (!device) return `port ${end.port}`
  return `${device.name} port ${portSpecOf(site, device, end.port)?.label ?? end.port}`
}

export const vlanName = (site: Site, vlanId: number): string => {
  const network = site.networks.find((candidate) => candidate.vlanId === vlanId)
  return network ? `VLAN ${vlanId} (${network.name})` : `VLAN ${vlanId}`
}
