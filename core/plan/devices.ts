import type { AirUplink, MeshSettings } from './backhaul'
import type { CartonFields } from './carton'
import type { Adoption, ClusterPart, ControllerPart, RemotePart } from './fleet'
import type { Position } from './ground'
import type { EapMethod } from './networks'
import type { Band, Id, Ip, VlanId } from './words'

export type DeviceKind =
  | 'modem'
  | 'gateway'
  | 'router'
  | 'switch'
  | 'unmanagedSwitch'
  | 'accessPoint'
  | 'controller'
  | 'radius'
  | 'station'
  | 'injector'
  | 'powerline'

/** What a household router is used as: three things in one case, and only some of them are wanted. */
export type HouseholdRole = 'gateway' | 'plainAp' | 'innerRouter' | 'station' | 'bridgeEnd' | 'repeater'

export type PoeStandard = '802.3af' | '802.3at' | '802.3bt-3' | '802.3bt-4'

export interface PortSpec {
  number: number
  label: string
  role: 'lan' | 'wan'
  maxMbps: number
  /** What the port can give as power sourcing equipment. */
  pse: PoeStandard | null
}

/** Amendments of IEEE 802.11 by which radios are known, from the oldest to the newest. */
export const GENERATIONS = ['b', 'g', 'a', 'n', 'ac', 'ax', 'be'] as const
export type Generation = (typeof GENERATIONS)[number]

/** Channel widths, MHz. */
export const WIDTHS_MHZ = [20, 40, 80, 160, 320] as const

export interface RadioSpec {
  band: Band
  generation: Generation
  streams: number
  maxWidthMhz: number
  antennaGainDbi: number
  /** Most that it gives to its antenna. */
  maxPowerDbm: number
}

/** A kind of device described by what matters, with a maker-free name. */
export interface DeviceType extends CartonFields {
  id: Id
  name: string
  kind: DeviceKind
  ports: PortSpec[]
  radios: RadioSpec[]
  /** As a powered device: class 0–8 and the stated greatest draw. */
  poeClass: number | null
  drawW: number | null
  /** As a switch: the watts all its ports may give together. */
  poeBudgetW: number | null
  currentFirmware: string | null
  /** Whether a controller needs a licence for each of these. */
  needsLicence: boolean
  /** As a controller: how many access points it can carry at most, and the oldest firmware it takes. */
  maxAccessPoints: number | null
  minimumFirmware: string | null
}

export type AdmitFrames = 'all' | 'untaggedOnly' | 'taggedOnly'

export interface Port {
  number: number
  mode: 'access' | 'trunk'
  /** PVID: the VLAN that untagged frames belong to; null on a trunk that drops them. */
  nativeVlan: VlanId | null
  taggedVlans: VlanId[]
  admit: AdmitFrames
  ingressFilter: boolean
  poe: boolean
  /** Fixed speed, or null for auto-negotiation. */
  speedMbps: number | null
}

/** reserved: by DHCP, always the same address, found by the MAC. */
export type Addressing = 'fixed' | 'dhcp' | 'reserved' | 'none'

/** How a device is reached for its own management. */
export interface Management {
  networkId: Id | null
  addressing: Addressing
  ip: Ip | null
  prefixLength: number | null
  gateway: Ip | null
}

/** The side of a router that faces its feed. */
export interface Uplink {
  port: number
  addressing: Addressing
  ip: Ip | null
  prefixLength: number | null
  gateway: Ip | null
}

/** An address server left on in a device that should not have one. */
export interface StrayServer {
  start: Ip
  end: Ip
  gateway: Ip | null
  nameServers: Ip[]
}

/** What a RADIUS server knows. Source of the terms: RFC 2865. */
export interface RadiusServer {
  port: number
  /** Ways of proving oneself that it offers. */
  methods: EapMethod[]
  /** Who signed its certificate: clients trust it by that name. Empty: an authority of the site's own. */
  authority: string
  clients: { deviceId: Id; secret: string | null }[]
  users: { name: string; password: string | null }[]
}

export interface Radio {
  band: Band
  enabled: boolean
  channel: number | null
  widthMhz: number
  /** Power given to the antenna; null: as much as the device and the country allow. */
  powerDbm: number | null
  /** Helpers leave its channel, width and power alone. */
  locked: boolean
}

/** What hands the feed on. */
export interface ModemPart {
  /** Passes the feed on; otherwise it is a router of its own. */
  bridgeMode: boolean
}

/** What routes, or could. */
export interface RouterPart {
  /** Household router: what it is used as; null for a gateway, which has one use. */
  role: HouseholdRole | null
  uplink: Uplink | null
  upnp: boolean
  /** Whether what comes from outside unasked is dropped. */
  firewall: boolean
  /** The button by which anybody who reaches it joins. */
  wps: boolean
  /** Whether its page opens from outside. */
  remoteAdmin: boolean
  /** Where it gets its time: a name or an address; null: as it comes. */
  timeServer: string | null
}

/** What a person works at. */
export interface StationPart {
  /** A laptop that is to set up that device. */
  opensPageOf: Id | null
}

/** What only some kinds of device have: a kind's row says which, and the others are null. */
export interface DeviceParts {
  modem: ModemPart | null
  router: RouterPart | null
  controller: ControllerPart | null
  adoption: Adoption | null
  mesh: MeshSettings | null
  radius: RadiusServer | null
  station: StationPart | null
  cluster: ClusterPart | null
  remote: RemotePart | null
}

export interface Device extends DeviceParts {
  id: Id
  name: string
  kind: DeviceKind
  typeId: Id | null
  /** Where it is, in words. */
  place: string
  mac: string | null
  /** As printed on its label. */
  serial: string | null
  ports: Port[]
  radios: Radio[]
  management: Management
  firmware: string | null
  defaultLogin: boolean
  powerSource: 'poe' | 'injector' | 'supply'
  strayServer: StrayServer | null
  air: AirUplink | null
  position: Position | null
}
