import { NO_MESH } from './backhaul'
import type { Area, Device, DeviceKind, DeviceType, Id, Port, SecurityProfile, Ssid } from './types'

/** The careful default: an access port that admits untagged frames only, with ingress filtering on. */
export const newPort = (number: number, nativeVlan: number | null = 1): Port => ({
  number,
  mode: 'access',
  nativeVlan,
  taggedVlans: [],
  admit: 'untaggedOnly',
  ingressFilter: true,
  poe: false,
  speedMbps: null,
})

/** A fresh device of a type, with the type's ports and radios; its ports begin on the VLAN given. */
export function newDevice(id: Id, name: string, type: DeviceType, nativeVlan = 1): Device {
  return {
    ...bareDevice(id, name, type.kind),
    typeId: type.id,
    ports: type.ports.map((port) => newPort(port.number, nativeVlan)),
    uplink: uplinkOf(type),
    radios: type.radios.map(({ band }) => ({
      band,
      enabled: true,
      channel: null,
      widthMhz: 20,
      powerDbm: null,
      locked: false,
    })),
    firmware: type.currentFirmware,
    powerSource: type.poeClass === null ? 'supply' : 'poe',
  }
}

export const bareDevice = (id: Id, name: string, kind: DeviceKind): Device => ({
  id,
  name,
  kind,
  typeId: null,
  place: '',
  mac: null,
  ports: [],
  management: { networkId: null, addressing: 'dhcp', ip: null, prefixLength: null, gateway: null },
  uplink: null,
  strayServer: null,
  radios: [],
  firmware: null,
  defaultLogin: true,
  upnp: false,
  powerSource: 'supply',
  powerPartListed: true,
  controllerId: null,
  licences: 0,
  role: kind === 'router' ? 'plainAp' : null,
  bridgeMode: true,
  air: null,
  mesh: NO_MESH,
  radius: kind === 'radius' ? { port: RADIUS_PORT, clients: [], users: [] } : null,
  opensPageOf: null,
  position: null,
})

/** Source: RFC 2865 section 3. */
export const RADIUS_PORT = 1812

function uplinkOf(type: DeviceType): Device['uplink'] {
  const wan = type.ports.find((port) => port.role === 'wan')
  if ((type.kind !== 'gateway' && type.kind !== 'router') || !wan) return null
  return { port: wan.number, addressing: 'dhcp', ip: null, prefixLength: null, gateway: null }
}

export const newProfile = (id: Id): SecurityProfile => ({
  id,
  name: '',
  mode: 'wpa2-wpa3',
  passphrase: null,
  wps: false,
  isDefault: false,
  radius: null,
})

export const newSsid = (id: Id, profileId: Id | null): Ssid => ({
  id,
  name: '',
  networkId: null,
  profileId,
  bands: ['2.4', '5'],
  accessPointIds: null,
  groupIds: null,
  hidden: false,
  isolated: false,
  schedule: 'always',
})

/** What a part of the site needs until somebody says otherwise. −67 dBm: common practice, no source. */
export const newArea = (id: Id, name: string): Area => ({
  id,
  name,
  needs: [],
  levelId: null,
  outline: [],
  band: '5',
  leastSignalDbm: -67,
})
