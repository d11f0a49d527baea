import type { Band, Id } from './words'

/** A place on the ground, metres east and north of the plan's own corner. */
export type Point = [xM: number, yM: number]

/** One storey or the open yard: a plane to stand on, with what lies under its floor. */
export interface Level {
  id: Id
  name: string
  /** The floor over the yard's own zero. */
  floorM: number
  /** From the floor to the ceiling. */
  heightM: number
  /** What the floor is made of, inside the outlines of the buildings that have this level. */
  slabMaterial: string
  /** 0 where there is no slab to get through: open ground. */
  slabMm: number
}

/** Signal lost on one way through, by band: a figure of the user's own in place of the computed one. */
export type OwnLossDb = Partial<Record<Band, number>>

export interface Opening {
  id: Id
  /** How far its near side is from the wall's first point, along the wall. */
  fromM: number
  widthM: number
  /** What fills it; air for a hole. */
  material: string
  thicknessMm: number
}

export interface Wall {
  id: Id
  levelId: Id
  points: Point[]
  material: string
  thicknessMm: number
  /** Null: up to the level's ceiling. */
  heightM: number | null
  ownLossDb: OwnLossDb | null
  openings: Opening[]
}

/** Something that eats signal by the metre: stacked boats, masts, racking, trees. */
export interface Obstacle {
  id: Id
  name: string
  levelId: Id
  kind: 'boats' | 'masts' | 'racking' | 'trees' | 'other'
  outline: Point[]
  lossDbPerM: number
  heightM: number
}

export interface Building {
  id: Id
  name: string
  outline: Point[]
  /** The levels it has, and that its floors lie between. */
  levelIds: Id[]
  /** Its roof over the yard's zero; null: the ceiling of its highest level. */
  roofHeightM: number | null
  roofMaterial: string
  roofMm: number
}

export interface KeepOut {
  id: Id
  name: string
  levelId: Id
  outline: Point[]
  /** What cannot be done here. */
  forbids: 'mounting' | 'cable' | 'both'
  /** Water is drawn as water. */
  water: boolean
}

/** A way for cables between levels. */
export interface Riser {
  id: Id
  name: string
  at: Point
  levelIds: Id[]
}

export interface RoutePoint {
  levelId: Id
  at: Point
}

/** The way a cable takes, drawn; its length follows. */
export interface CableRoute {
  id: Id
  linkId: Id | null
  name: string
  points: RoutePoint[]
  /** Slack and drops at both ends. */
  spareM: number
}

/** A picture under the plan. Its bytes lie in the store by `pictureId`; two points and their distance give the scale. */
export interface Underlay {
  id: Id
  levelId: Id
  name: string
  pictureId: string
  widthPx: number
  heightPx: number
  /** Where the picture's lower left corner lies. */
  at: Point
  metresPerPx: number
  rotationDeg: number
  opacity: number
}

export type AntennaKind = 'dipole' | 'ceiling' | 'patch' | 'sector' | 'dish' | 'table'

export interface Antenna {
  id: Id
  name: string
  kind: AntennaKind
  gainDbi: number
  /** Width between the half-power points, where the kind has one. */
  horizontalBeamDeg: number
  verticalBeamDeg: number
  /** Loss against the peak by angle, for kind `table`. */
  table: { horizontal: [deg: number, db: number][]; vertical: [deg: number, db: number][] } | null
}

/** Where a device is mounted and looks. */
export interface Position {
  levelId: Id
  at: Point
  /** Over the level's floor. */
  heightM: number
  /** Null: the kind that its type has. */
  antennaId: Id | null
  /** Clockwise from north. */
  azimuthDeg: number
  /** Downwards from the horizon. */
  tiltDeg: number
  locked: boolean
}

/** Somebody else's radio, heard in a scan. */
export interface Neighbour {
  id: Id
  name: string
  bssid: string | null
  band: Band
  channel: number
  widthMhz: number
  rssiDbm: number
  /** Where it was heard; null: anywhere on the site. */
  heardAt: RoutePoint | null
}

export type PropagationModel = 'byPlace' | 'multiWall' | 'powerLaw' | 'siteGeneral' | 'freeSpace'

/** How the chart is worked out. */
/** What a walk taught of this site's radio: how far it is off what is planned, on top of the model that it was learned with. */
export interface RadioModel {
  /** ISO 8601. */
  learnedAt: string
  /** The model that these differences belong to. */
  model: PropagationModel
  readings: number
  /** Spread of one reading about it, dB; takes the place of the assumed one. */
  sigmaDb: number
  /** Added to the exponent n of 10·n·log d. */
  slopes: { clear: number; behindWalls: number }
  /** Added to what a wall, a slab (dB) or an obstacle (dB/m) costs, by what it is called and the band; none costs less than nothing. */
  losses: { what: 'wall' | 'slab' | 'obstacle'; name: string; band: Band; byDb: number }[]
  /** Added to every level of a radio. */
  offsets: { deviceId: Id; band: Band; byDb: number }[]
}

export interface GroundSettings {
  units: 'm' | 'ft'
  model: PropagationModel
  /** Standard deviation of the difference between a model and a measurement. */
  sigmaDb: number
  /** How sure it must be that a spot meets its need. */
  confidencePercent: number
  clientEirpDbm: number
  clientGainDbi: number
  clientHeightM: number
  noiseFigureDb: number
  channelPlan24: '1-6-11' | '1-5-9-13'
  /** Power density not to be exceeded, for the caution. */
  exposureLimitWPerM2: number
  /** What the plan's zero is on the globe, for GeoJSON. */
  origin: { latitudeDeg: number; longitudeDeg: number; bearingDeg: number } | null
  /** What the chart, areas, links and soundings are worked out with beside the plan; null: the plan alone. */
  learned: RadioModel | null
}

export const DEFAULT_GROUND: GroundSettings = {
  units: 'm',
  model: 'byPlace',
  sigmaDb: 5,
  confidencePercent: 90,
  clientEirpDbm: 14,
  clientGainDbi: 0,
  clientHeightM: 1.2,
  noiseFigureDb: 7,
  channelPlan24: '1-6-11',
  exposureLimitWPerM2: 10,
  origin: null,
  learned: null,
}
