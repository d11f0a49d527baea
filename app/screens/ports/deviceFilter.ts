import { neighbourAt } from '~/core/plan'
import type { Device, Site } from '~/core/plan'

/** Which devices a list shows: all, those with open findings, those with a free socket, or those that carry a VLAN. */
export interface DeviceFilter {
  text: string
  only: 'all' | 'findings' | 'free' | `vlan:${number}`
}

/** Devices that match: by name, place, address or what is plugged in, and by the choice beside it. */
export function filtered(
  site: Site,
  devices: Device[],
  { text, only }: DeviceFilter,
  withFindings: ReadonlySet<string>,
): Device[] {
  const wanted = text.trim().toLowerCase()
  return devices.filter(
    (device) =>
      (wanted === '' || words(site, device).includes(wanted)) && passes(site, device, only, withFindings),
  )
}

const words = (site: Site, device: Device): string =>
  [
    device.name,
    device.place,
    device.management.ip ?? '',
    device.mac ?? '',
    ...device.ports.map(
      ({ number }) => neighbourAt(site, { deviceId: device.id, port: number })?.device.name ?? '',
    ),
  ]
    .join('\n')
    .toLowerCase()

function passes(
  site: Site,
  device: Device,
  only: DeviceFilter['only'],
  withFindings: ReadonlySet<string>,
): boolean {
  if (only === 'all') return true
  if (only === 'findings') return withFindings.has(device.id)
  if (only === 'free')
    return device.ports.some(({ number }) => !neighbourAt(site, { deviceId: device.id, port: number }))
  const vlanId = Number(only.slice('vlan:'.length))
  return device.ports.some(
    ({ nativeVlan, mode, taggedVlans }) =>
      nativeVlan === vlanId || (mode === 'trunk' && taggedVlans.includes(vlanId)),
  )
}
