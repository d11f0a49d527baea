import type { Problem } from '../../lib/outcome'
import { deviceOf, isOnAir, kindOf } from '../../plan'
import type { Device, Id, Site } from '../../plan'
import { dnsmasqConf } from './dnsmasq'
import { freeradiusClients, freeradiusUsers } from './freeradius'
import { freeradiusEap } from './freeradiusEap'
import { Faults } from './grammars/faults'
import type { Keys } from './grammars/faults'
import { hostapdConf } from './hostapd'
import { routedNetworks } from './interfaces'
import { linuxSwitchCommands } from './linuxSwitch'
import { netplanYaml } from './netplan'
import { nftablesRuleset } from './nftables'
import { slug } from '../text'
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
  /** Null: the plan has values that the format cannot hold; the file is not written rather than written wrong. */
  text: string | null
  /** What it cannot hold. */
  refused: Problem[]
}

interface Kind {
  kind: string
  extension: string
  says: string
  holdsKeys?: boolean
  /** The text, or null where the device has no such file. */
  write: (keys: Keys) => string | null
}

/** Every file that the plan gives for a device. Keys are left out unless they are asked for. */
export const deviceFiles = (site: Site, device: Device, withKeys = false): DeviceFile[] =>
  kindsFor(site, device).flatMap(({ kind, extension, says, holdsKeys = false, write }) => {
    const faults = new Faults()
    const text = write({ withKeys, faults })
    if (text === null) return []
    const refused = faults.problems
    return [
      {
        id: `${device.id}.${kind}`,
        deviceId: device.id,
        name: `${slug(device.name)}.${kind}${extension}`,
        says,
        holdsKeys,
        text: refused.length > 0 ? null : text,
        refused,
      },
    ]
  })

const kindsFor = (site: Site, device: Device): Kind[] => [
  ...serverKinds(site, device),
  ...radioKinds(site, device),
  ...loginKinds(site, device),
]

function serverKinds(site: Site, device: Device): Kind[] {
  const routes = routedNetworks(site, device).length > 0
  return [
    {
      kind: 'dnsmasq',
      extension: '.conf',
      says: 'addresses and names (dnsmasq)',
      write: () => (serves(site, device) ? dnsmasqConf(site, device) : null),
    },
    {
      kind: 'nft',
      extension: '.nft',
      says: 'rules and translation (nftables)',
      write: () => (routes ? nftablesRuleset(site, device) : null),
    },
    {
      kind: 'netplan',
      extension: '.yaml',
      says: 'interfaces (netplan)',
      write: () => (routes ? netplanYaml(site, device) : null),
    },
    {
      kind: 'bridge',
      extension: '.sh',
      says: 'ports (ip and bridge commands)',
      write: () => (kindOf(device).switching === 'managed' ? linuxSwitchCommands(site, device) : null),
    },
  ]
}

const radioKinds = (site: Site, device: Device): Kind[] => [
  ...(isOnAir(device) ? device.radios : []).map((radio) => ({
    kind: `hostapd-${radio.band.replace('.', '')}ghz`,
    extension: '.conf',
    says: `${radio.band} GHz radio (hostapd)`,
    holdsKeys: true,
    write: (keys: Keys) => hostapdConf(site, device, radio, keys),
  })),
  {
    kind: 'wpa_supplicant',
    extension: '.conf',
    says: 'radio client (wpa_supplicant)',
    holdsKeys: true,
    write: (keys: Keys) => wpaSupplicantConf(site, device, keys),
  },
]

const loginKinds = (site: Site, device: Device): Kind[] =>
  device.radius === null
    ? []
    : [
        {
          kind: 'clients',
          extension: '.conf',
          says: 'who may ask (FreeRADIUS)',
          holdsKeys: true,
          write: (keys: Keys) => freeradiusClients(site, device, keys),
        },
        {
          kind: 'users',
          extension: '.txt',
          says: 'users (FreeRADIUS)',
          holdsKeys: true,
          write: (keys: Keys) => freeradiusUsers(site, device, keys),
        },
        {
          kind: 'eap',
          extension: '.conf',
          says: 'how they prove themselves (FreeRADIUS)',
          write: () => freeradiusEap(site, device),
        },
      ]

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
