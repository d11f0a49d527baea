import type { Band, Ip } from './words'

/** How a device of a type comes out of its carton. */
export interface Factory {
  /** fixed: an address of its own · dhcp: it asks for one, and `ip` is what it falls back to · none: it has no page. */
  addressing: 'fixed' | 'dhcp' | 'none'
  ip: Ip | null
  prefixLength: number
  /** Serves addresses of its own subnet until somebody switches that off. */
  servesAddresses: boolean
  /** As printed on its label: name and password. */
  login: string
  /** On the air until it is set up; empty: none. */
  ssid: string
  /** Whether its ports give power before anybody has set them. */
  poeOn: boolean
  /** The firmware of the carton; null: that of today. */
  firmware: string | null
}

/**
 * How settings come into force. atOnce: each alone, in the order typed · together: saved, then applied in one go · reboot: saved, and
 * the device restarts with them.
 */
export type Applies = 'atOnce' | 'together' | 'reboot'

export type LedPattern = 'dark' | 'steady' | 'slow' | 'quick'

/** One thing that an LED shows, and what the maker's sheet says of it, in words of the staging board. */
export interface LedMeaning {
  led: string
  colour: string
  pattern: LedPattern
  means: readonly string[]
}

/** What a controller of a size needs of its machine. */
export interface CapacityRow {
  accessPoints: number
  clients: number
  vcpus: number
  memoryGb: number
  diskGb: number
}

/** What a device type says of the carton and of what it manages, beside its ports, power and radios. */
export interface CartonFields {
  factory: Factory
  applies: Applies
  /** Words, one line each: what lies in the carton, and what has to be bought besides. */
  inCarton: string[]
  notInCarton: string[]
  mounts: string[]
  /** "IP65"; null: for indoors only. */
  outdoorRating: string | null
  antennas: 'builtIn' | 'connectors'
  connector: string
  /** Power it hands on from its own feed, W; null: none. */
  passThroughW: number | null
  leds: LedMeaning[]
  /** How many devices it manages without a licence. */
  managesFree: number
  /** Sizes of the machine that it runs on, from small to large; empty: it is an appliance. */
  capacity: CapacityRow[]
  /** Its family, and the families that it meshes with; empty: any. */
  family: string
  meshesWith: string[]
  meshBand: Band | null
}

/** The usual: an access point that asks for an address and has a login on its label. Common practice, no source. */
export const USUAL_FACTORY: Factory = {
  addressing: 'dhcp',
  ip: null,
  prefixLength: 24,
  servesAddresses: false,
  login: 'admin / admin',
  ssid: '',
  poeOn: false,
  firmware: null,
}

export const USUAL_CARTON: CartonFields = {
  factory: USUAL_FACTORY,
  applies: 'together',
  inCarton: [],
  notInCarton: [],
  mounts: [],
  outdoorRating: null,
  antennas: 'builtIn',
  connector: '',
  passThroughW: null,
  leds: [],
  managesFree: 0,
  capacity: [],
  family: '',
  meshesWith: [],
  meshBand: null,
}
