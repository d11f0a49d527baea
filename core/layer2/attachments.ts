import { linkAt, portName, ssidsOn } from '../site/lookups'
import type { Device, Id, Site, Ssid } from '../site/types'
import { socket } from './fabric'
import type { Place } from './walk'

/** A place where a client can attach. */
export interface Attachment {
  id: string
  kind: 'ssid' | 'port' | 'station'
  label: string
  place: Place
  /** The network that the plan means for it, if any. */
  networkId: Id | null
}

/** Every SSID on every access point, every free socket of a switch, and every station in the plan. */
export function attachmentsOf(site: Site): Attachment[] {
  return site.devices.flatMap((device) => {
    switch (device.kind) {
      case 'accessPoint':
        return ssidsOn(site, device).map((ssid) => onAir(device, ssid))
      case 'switch':
      case 'unmanagedSwitch':
        return freeSockets(site, device)
      case 'station':
        return [
          {
            id: `station:${device.id}`,
            kind: 'station' as const,
            label: device.name,
            place: { deviceId: device.id, key: 'self' as const },
            networkId: device.management.networkId,
          },
        ]
      default:
        return []
    }
  })
}

const onAir = (device: Device, ssid: Ssid): Attachment => ({
  id: `ssid:${device.id}:${ssid.id}`,
  kind: 'ssid',
  label: `${ssid.name} on ${device.name}`,
  place: { deviceId: device.id, key: `ssid:${ssid.id}` },
  networkId: ssid.networkId,
})

function freeSockets(site: Site, device: Device): Attachment[] {
  return device.ports
    .filter((port) => !linkAt(site, { deviceId: device.id, port: port.number }))
    .map((port) => ({
      id: `port:${device.id}:${port.number}`,
      kind: 'port' as const,
      label: portName(site, { deviceId: device.id, port: port.number }),
      place: { deviceId: device.id, key: socket(port.number) },
      networkId: site.networks.find(({ vlanId }) => vlanId === port.nativeVlan)?.id ?? null,
    }))
}

export const attachmentOf = (site: Site, id: string): Attachment | undefined =>
  attachmentsOf(site).find((attachment) => attachment.id === id)
