import { deviceOf, isOnAir } from '../site'
import type { Device, Id, Site } from '../site'
import { dnsmasqConf } from './dnsmasq'
import { freeradiusClients, freeradiusUsers } from './freeradius'
import { hostapdConf } from './hostapd'
import { routedNetworks } from './interfaces'
import { linuxSwitchCommands } from './linuxSwitch'
import { netplanYaml } from './netplan'
import { nftablesRuleset } from './nftables'
import { slug } from './text'
import { wpaSupplicantConf } from './wpaSupplicant'

/** A file for one device in a format of general-purpose software. */
export interface DeviceFile {
  /** Stable and unique within the site: device and kind. */
  id: string
  deviceId: Id
  name: string
  /** What it is, in words. */
  says: string
  /** Whether keys stand in it when they are asked for. */
  holdsKeys: boolean
  text: string
}

/** Every file that the plan gives for a device. Keys are left out unless they are asked for. */
export function deviceFiles(site: Site, device: Device, withKeys = false): DeviceFile[] {
  const file = (kind: string, extension: string, says: string, text: string | null, holdsKeys = false) =>
    text === null
      ? []
      : [
          {
            id: `${device.id}.${kind}`,
            deviceId: device.id,
            name: `${slug(device.name)}.${kind}${extension}`,
            says,
            holdsKeys,
            text,
          },
        ]
  return [
    ...(serves(site, device)
      ? file('dnsmasq', '.conf', 'addresses and names (dnsmasq)', dnsmasqConf(site, device))
      : []),
    ...(routedNetworks(site, device).length > 0
      ? [
          ...file('nft', '.nft', 'rules and translation (nftables)', nftablesRuleset(site, device)),
          ...file('netplan', '.yaml', 'interfaces (netplan)', netplanYaml(site, device)),
        ]
      : []),
    ...(isOnAir(device)
      ? device.radios.flatMap((radio) =>
          file(
            `hostapd-${radio.band.replace('.', '')}ghz`,
            '.conf',
            `${radio.band} GHz radio (hostapd)`,
            hostapdConf(site, device, radio, withKeys),
            true,
          ),
        )
      : []),
    ...(device.radius
      ? [
          ...file(
            'clients',
            '.conf',
            'who may ask (FreeRADIUS)',
            freeradiusClients(site, device, withKeys),
            true,
          ),
          ...file('users', '.txt', 'users (FreeRADIUS)', freeradiusUsers(site, device, withKeys), true),
        ]
      : []),
    ...(device.kind === 'switch'
      ? file('bridge', '.sh', 'ports (ip and bridge commands)', linuxSwitchCommands(site, device))
      : []),
    ...file(
      'wpa_supplicant',
      '.conf',
      'radio client (wpa_supplicant)',
      wpaSupplicantConf(site, device, withKeys),
      true,
    ),
  ]
}

const serves = (site: Site, device: Device): boolean =>
  site.networks.some(
    ({ servedBy, routedBy, relayed }) =>
      servedBy === device.id || (relayed && routedBy === device.id && servedBy !== null),
  )

/** One file by its id, or undefined. */
export function deviceFile(site: Site, id: string, withKeys = false): DeviceFile | undefined {
  const device = deviceOf(site, id.slice(0, id.lastIndexOf('.')))
  return device && deviceFiles(site, device, withKeys).find((file) => file.id === id)
}
