import { isHouseholdRouter, kindOf, routesAtHome, wanOf } from './kinds'
import { indexOf } from './siteIndex'
import type { Device, Link, Site, VlanId } from './types'

/** Whether a device sorts frames by how its ports are set; the others take whatever comes. */
const sorts = (device: Device): boolean =>
  kindOf(device).hasStrip &&
  kindOf(device).switching !== 'plain' &&
  (!isHouseholdRouter(device) || routesAtHome(device))

/** VLANs that both ends of a cable are members of; an end that sorts nothing carries whatever comes. */
export function carriedBy(site: Site, link: Link): VlanId[] {
  const sets = [link.a, link.b].map(({ deviceId, port }) => {
    const device = indexOf(site).devices.get(deviceId)
    const found = device?.ports.find(({ number }) => number === port)
    if (!device || !found || !sorts(device) || wanOf(device)?.port === port) return null
    return new Set([
      ...(found.nativeVlan === null ? [] : [found.nativeVlan]),
      ...(found.mode === 'trunk' ? found.taggedVlans : []),
    ])
  })
  const [a, b] = sets
  const carried = a && b ? [...a].filter((vlanId) => b.has(vlanId)) : [...(a ?? b ?? [])]
  return carried.sort((one, other) => one - other)
}
