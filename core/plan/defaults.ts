import { partsOf } from './parts'
import { RECORD_DEFAULTS } from './recordDefaults'
import type { Area, Device, DeviceKind, DeviceType, Id, Port, SecurityProfile, Ssid, Uplink } from './types'

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
  const bare = bareDevice(id, name, type.kind)
  return {
    ...bare,
    typeId: type.id,
    ports: type.ports.map((port) => newPort(port.number, nativeVlan)),
    router: bare.router && { ...bare.router, uplink: freshUplink(type) },
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
  serial: null,
  ports: [],
  management: { networkId: null, addressing: 'dhcp', ip: null, prefixLength: null, gateway: null },
  strayServer: null,
  radios: [],
  firmware: null,
  defaultLogin: true,
  powerSource: 'supply',
  air: null,
  position: null,
  ...partsOf(kind),
})

function freshUplink(type: DeviceType): Uplink | null {
  const wan = type.ports.find((port) => port.role === 'wan')
  return wan ? { port: wan.number, addressing: 'dhcp', ip: null, prefixLength: null, gateway: null } : null
}

const { profiles, ssids, areas } = RECORD_DEFAULTS

export const newProfile = (id: Id): SecurityProfile =>
  ({ id, name: '', mode: 'wpa2-wpa3', ...profiles }) as SecurityProfile

export const newSsid = (id: Id, profileId: Id | null): Ssid => ({ id, name: '', ...ssids, profileId }) as Ssid

/** What a part of the site needs until somebody says otherwise. */
export const newArea = (id: Id, name: string): Area => ({ id, name, ...areas }) as Area
