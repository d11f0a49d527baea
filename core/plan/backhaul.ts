import type { CableCategory, Link } from './cables'
import type { Band, Id } from './words'

/** How one end of a radio link is set, as somebody types it in there. */
export interface AirEnd {
  /** By exact case. */
  ssid: string
  /** Key and cipher; two ends that name one profile cannot differ. */
  profileId: Id | null
  widthMhz: number
  /** Null: follows the other end. */
  channel: number | null
  hidden: boolean
}

/** An end with nothing typed in yet. */
export const newAirEnd = (): AirEnd => ({
  ssid: '',
  profileId: null,
  widthMhz: 20,
  channel: null,
  hidden: false,
})

/** mesh: child of a parent; bridge: one of a pair that carries whole frames; station: client of an SSID. */
export type AirWay = 'mesh' | 'bridge' | 'station'

/** A device that has its uplink to another by radio. */
export interface AirUplink {
  deviceId: Id
  /** The SSID it joins; null for what carries whole frames. */
  ssidId: Id | null
  /** Whether the client's own profile is set to 802.1X. */
  enterprise: boolean
  way: AirWay
  /** The band of both ends. */
  band: Band
  /** The parent was chosen by hand and stays. */
  pinned: boolean
  /** Why there is no cable; a stated reason beats the rule that wired wins. */
  reason: string
  /** What is typed in at this end and at the other, where nothing sets both. */
  near: AirEnd | null
  far: AirEnd | null
}

/** A fresh uplink by radio. */
export const newAir = (deviceId: Id, part: Partial<AirUplink> = {}): AirUplink => ({
  deviceId,
  ssidId: null,
  enterprise: false,
  way: part.ssidId ? 'station' : 'mesh',
  band: '5',
  pinned: false,
  reason: '',
  near: null,
  far: null,
  ...part,
})

/** What a device may do by radio for others and for itself. */
export interface MeshSettings {
  takesChildren: boolean
  seeksParent: boolean
  /** The band of a radio kept for backhaul alone; null: it is shared with clients. */
  ownBand: Band | null
}

export const NO_MESH: MeshSettings = { takesChildren: false, seeksParent: false, ownBand: null }

/** What lies under a bridge. Heights over the yard's zero. */
export interface Water {
  surface: 'sea' | 'fresh'
  lowestM: number
  highestM: number
  /** From one high water to the next; 0 where it only changes with the seasons. */
  periodH: number
}

/** What the work costs, in the user's own money. */
export interface Rates {
  currency: string
  cablePerM: number
  /** Hours to lay a metre. */
  hoursPerM: number
  perHour: number
  /** A radio node more, a pair of bridge units, a pair of mains adapters. */
  node: number
  bridgePair: number
  mainsPair: number
}

export interface BackhaulSettings {
  mostHops: number
  mostChildren: number
  /** A parent is wanted between these. */
  weakestParentDbm: number
  strongestParentDbm: number
  /** How far a bridge's antennas may be off after mounting. */
  alignmentErrorDeg: number
  water: Water | null
  rates: Rates
}

/** 3 hops, 4 children, −62 to −40 dBm: common practice, no source. The money is a guess to be replaced. */
export const DEFAULT_BACKHAUL: BackhaulSettings = {
  mostHops: 3,
  mostChildren: 4,
  weakestParentDbm: -62,
  strongestParentDbm: -40,
  alignmentErrorDeg: 2,
  water: null,
  rates: {
    currency: '€',
    cablePerM: 1.5,
    hoursPerM: 0.06,
    perHour: 55,
    node: 140,
    bridgePair: 320,
    mainsPair: 70,
  },
}

/** What the user says a cable's way carries; only mains have such a word. */
export const keptStated = (link: Link | undefined, category: CableCategory): Link['statedMbps'] =>
  category === 'mains' ? (link?.statedMbps ?? null) : null
