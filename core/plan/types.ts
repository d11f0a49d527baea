import { DEFAULT_BACKHAUL } from './backhaul'
import type { AirUplink, BackhaulSettings, MeshSettings } from './backhaul'
import { DEFAULT_GROUND } from './ground'
import type {
  Antenna,
  Building,
  CableRoute,
  GroundSettings,
  KeepOut,
  Level,
  Neighbour,
  Obstacle,
  Position,
  Riser,
  Underlay,
  Wall,
} from './ground'
import type { Link } from './cables'
import type { Band, Id, Ip, VlanId } from './words'
import type { Group, Network, SecurityProfile, Ssid } from './networks'
import type { Area, Requirement } from './requirements'

export * from './backhaul'
export * from './ground'
export * from './networks'
export * from './words'
export * from './cables'
export type { Area, AreaNeed, Requirement } from './requirements'

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

export interface RadioSpec {
  band: Band
  generation: 'n' | 'ac' | 'ax'
  streams: number
  maxWidthMhz: number
  antennaGainDbi: number
  /** Most that it gives to its antenna. */
  maxPowerDbm: number
}

/** A kind of device described by what matters, with a maker-free name. */
export interface DeviceType {
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

export interface Device {
  id: Id
  name: string
  kind: DeviceKind
  typeId: Id | null
  /** Where it is, in words. */
  place: string
  mac: string | null
  ports: Port[]
  management: Management
  uplink: Uplink | null
  strayServer: StrayServer | null
  radios: Radio[]
  firmware: string | null
  defaultLogin: boolean
  upnp: boolean
  powerSource: 'poe' | 'injector' | 'supply'
  /** Whether the injector or supply it needs is on the parts list. */
  powerPartListed: boolean
  /** Access point: the controller it is meant to join. */
  controllerId: Id | null
  /** Controller: licences held. */
  licences: number
  /** Household router: what it is used as. */
  role: HouseholdRole | null
  /** Modem: passes the feed on; otherwise it is a router of its own. */
  bridgeMode: boolean
  air: AirUplink | null
  mesh: MeshSettings
  radius: RadiusServer | null
  /** A laptop that is to set up that device. */
  opensPageOf: Id | null
  position: Position | null
}

/** Policy between networks, first match decides. `null` stands for any. */
export interface Rule {
  id: Id
  action: 'allow' | 'drop'
  fromNetworkId: Id | null
  /** A network, or the feed. */
  to: { networkId: Id } | 'internet' | 'any'
  enabled: boolean
}

/** What comes into the site, stated once: in words, and what it carries down and up, Mbit/s; null: not known. */
export interface Feed {
  words: string
  downMbps: number | null
  upMbps: number | null
}

/** "Fibre by the road, 100 Mbit/s down, 20 up"; empty where nothing is stated. */
export const feedText = ({ words, downMbps, upMbps }: Feed): string =>
  [
    words,
    downMbps === null ? '' : `${downMbps} Mbit/s down`,
    upMbps === null ? '' : downMbps === null ? `${upMbps} Mbit/s up` : `${upMbps} up`,
  ]
    .filter(Boolean)
    .join(', ')

export const NO_FEED: Feed = { words: '', downMbps: null, upMbps: null }

export interface Site {
  name: string
  place: string
  /** ISO 3166 code of the country whose radio rules hold; null until set. */
  country: string | null
  feed: Feed
  notes: string
  networks: Network[]
  profiles: SecurityProfile[]
  ssids: Ssid[]
  deviceTypes: DeviceType[]
  devices: Device[]
  links: Link[]
  rules: Rule[]
  groups: Group[]
  areas: Area[]
  requirements: Requirement[]
  ground: GroundSettings
  backhaul: BackhaulSettings
  levels: Level[]
  buildings: Building[]
  walls: Wall[]
  obstacles: Obstacle[]
  keepOuts: KeepOut[]
  risers: Riser[]
  cableRoutes: CableRoute[]
  underlays: Underlay[]
  antennas: Antenna[]
  neighbours: Neighbour[]
}

export const COLLECTIONS = [
  'networks',
  'profiles',
  'ssids',
  'deviceTypes',
  'devices',
  'links',
  'rules',
  'groups',
  'areas',
  'requirements',
  'levels',
  'buildings',
  'walls',
  'obstacles',
  'keepOuts',
  'risers',
  'cableRoutes',
  'underlays',
  'antennas',
  'neighbours',
] as const
export type Collection = (typeof COLLECTIONS)[number]
export type RecordOf<C extends Collection> = Site[C][number]
export type AnyRecord = RecordOf<Collection>

/** The site's own words, which are not a list. */
export const HEADER_FIELDS = ['name', 'place', 'country', 'feed', 'notes', 'ground', 'backhaul'] as const
export type Header = Pick<Site, (typeof HEADER_FIELDS)[number]>

export function emptySite(name: string): Site {
  return {
    name,
    place: '',
    country: null,
    feed: NO_FEED,
    notes: '',
    networks: [],
    profiles: [],
    ssids: [],
    deviceTypes: [],
    devices: [],
    links: [],
    rules: [],
    groups: [],
    areas: [],
    requirements: [],
    ground: DEFAULT_GROUND,
    backhaul: DEFAULT_BACKHAUL,
    levels: [],
    buildings: [],
    walls: [],
    obstacles: [],
    keepOuts: [],
    risers: [],
    cableRoutes: [],
    underlays: [],
    antennas: [],
    neighbours: [],
  }
}
