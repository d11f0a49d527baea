import { isAccessPoint } from './kinds'
import type { Device, DeviceType, Id, Link, LinkEnd, Network, SecurityProfile, Site, Ssid } from './types'

/** Where to find things in a site without looking through its lists. */
export interface SiteIndex {
  networks: Map<Id, Network>
  networkByVlan: Map<number, Network>
  profiles: Map<Id, SecurityProfile>
  types: Map<Id, DeviceType>
  devices: Map<Id, Device>
  links: Map<string, Link>
  controllers: Device[]
  /** SSIDs by the access point that offers them. */
  ssids: Map<Id, Ssid[]>
}

export const endKey = ({ deviceId, port }: LinkEnd): string => `${deviceId}/${port}`

const known = new WeakMap<Site, SiteIndex>()

/** The index of a site, made once: a site is a value and never changes in place. */
export function indexOf(site: Site): SiteIndex {
  const made = known.get(site) ?? buildIndex(site)
  known.set(site, made)
  return made
}

const first = <K, T>(list: T[], key: (item: T) => K): Map<K, T> => {
  const map = new Map<K, T>()
  for (const item of list) if (!map.has(key(item))) map.set(key(item), item)
  return map
}

function buildIndex(site: Site): SiteIndex {
  const links = new Map<string, Link>()
  for (const link of site.links)
    for (const key of [endKey(link.a), endKey(link.b)]) if (!links.has(key)) links.set(key, link)
  return {
    networks: first(site.networks, ({ id }) => id),
    networkByVlan: first(site.networks, ({ vlanId }) => vlanId),
    profiles: first(site.profiles, ({ id }) => id),
    types: first(site.deviceTypes, ({ id }) => id),
    devices: first(site.devices, ({ id }) => id),
    links,
    controllers: site.devices.filter(({ controller }) => controller !== null),
    ssids: offers(site),
  }
}

/**
 * Which device offers which SSID: the groups' members where groups are named, else the listed ones, else every access
 * point. A household router offers only what names it.
 */
function offers(site: Site): Map<Id, Ssid[]> {
  const members = new Map(site.groups.map((group) => [group.id, group.accessPointIds]))
  const everyone = site.devices.filter(isAccessPoint).map(({ id }) => id)
  const result = new Map<Id, Ssid[]>()
  for (const ssid of site.ssids) {
    const named = ssid.groupIds
      ? ssid.groupIds.flatMap((id) => members.get(id) ?? [])
      : (ssid.accessPointIds ?? everyone)
    for (const id of new Set(named)) result.set(id, [...(result.get(id) ?? []), ssid])
  }
  return result
}
