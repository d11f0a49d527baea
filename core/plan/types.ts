import { DEFAULT_BACKHAUL } from './backhaul'
import type { BackhaulSettings } from './backhaul'
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
  Riser,
  Underlay,
  Wall,
} from './ground'
import type { Link } from './cables'
import type { Device, DeviceType } from './devices'
import type { Forward } from './fleet'
import { DEFAULT_PARTS_RULES } from './listedParts'
import type { ListedPart, PartsRules } from './listedParts'
import type { Id } from './words'
import type { Group, Network, SecurityProfile, Ssid } from './networks'
import type { Area, Requirement } from './requirements'

export * from './backhaul'
export * from './ground'
export * from './networks'
export * from './words'
export * from './cables'
export * from './carton'
export * from './devices'
export * from './fleet'
export * from './listedParts'
export type { Area, AreaNeed, Requirement } from './requirements'

/** Policy between networks, first match decides. `null` stands for any. */
export interface Rule {
  id: Id
  action: 'allow' | 'drop'
  fromNetworkId: Id | null
  /** A network, a router itself (its own addresses, by name and address service all the same), the internet, or all that is forwarded. */
  to: { networkId: Id } | { deviceId: Id } | 'internet' | 'any'
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
  /** Whom the customer calls: name, number, hours. */
  contact: string
  networks: Network[]
  profiles: SecurityProfile[]
  ssids: Ssid[]
  deviceTypes: DeviceType[]
  devices: Device[]
  links: Link[]
  rules: Rule[]
  forwards: Forward[]
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
  parts: ListedPart[]
  partsRules: PartsRules
}

export const COLLECTIONS = [
  'networks',
  'profiles',
  'ssids',
  'deviceTypes',
  'devices',
  'links',
  'rules',
  'forwards',
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
  'parts',
] as const
export type Collection = (typeof COLLECTIONS)[number]
export type RecordOf<C extends Collection> = Site[C][number]
export type AnyRecord = RecordOf<Collection>

/** The site's own words, which are not a list. */
export const HEADER_FIELDS = [
  'name',
  'place',
  'country',
  'feed',
  'notes',
  'contact',
  'ground',
  'backhaul',
  'partsRules',
] as const
export type Header = Pick<Site, (typeof HEADER_FIELDS)[number]>

export function emptySite(name: string): Site {
  return {
    name,
    place: '',
    country: null,
    feed: NO_FEED,
    notes: '',
    contact: '',
    networks: [],
    profiles: [],
    ssids: [],
    deviceTypes: [],
    devices: [],
    links: [],
    rules: [],
    forwards: [],
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
    parts: [],
    partsRules: DEFAULT_PARTS_RULES,
  }
}
