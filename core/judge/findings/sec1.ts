import { isOlder, kindOf, typeOf } from '../../plan'
import type { Rule } from './types'
import { atDevice, atSsid } from './where'

/** Names that devices are delivered with, folded to lower case. Common practice, no source. */
const FACTORY_SSIDS = new Set([
  'default',
  'wireless',
  'wlan',
  'wifi',
  'wi-fi',
  'setup',
  'home',
  'ssid',
  'network',
])

/** Doors left as the factory left them. */
export const sec1: Rule = {
  code: 'SEC-1',
  check: ({ site }) => [
    ...site.devices
      .filter((device) => device.defaultLogin && kindOf(device).hasLogin)
      .map((device) => ({ says: `${device.name} still has the factory login.`, where: [atDevice(device)] })),
    ...site.ssids
      .filter(({ name }) => FACTORY_SSIDS.has(name.toLowerCase()))
      .map((ssid) => ({
        says: `“${ssid.name}” is a name that devices are delivered with.`,
        where: [atSsid(ssid)],
      })),
    ...site.devices
      .filter((device) => isOlder(device.firmware, typeOf(site, device)?.currentFirmware ?? null))
      .map((device) => ({
        says: `${device.name} has firmware ${device.firmware}; ${typeOf(site, device)?.currentFirmware} is current.`,
        where: [atDevice(device)],
        severity: 'note' as const,
      })),
  ],
}
