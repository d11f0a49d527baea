import type { Point } from './ground'
import type { Band, Id } from './words'

/** A part of the site that must be covered, and for whom. */
export interface Area {
  id: Id
  name: string
  needs: AreaNeed[]
  /** Where it lies; null until it is drawn. */
  levelId: Id | null
  outline: Point[]
  /** The band that its clients use. */
  band: Band
  /** Least signal that a client must have there. */
  leastSignalDbm: number
}

export interface AreaNeed {
  networkId: Id
  clients: number
  /** What each client should get. */
  rateMbps: number
}

/** What the client asked for: which network must, may or must not reach what. */
export interface Requirement {
  id: Id
  fromNetworkId: Id
  to: { networkId: Id } | { deviceId: Id } | 'internet'
  strength: 'must' | 'may' | 'mustNot'
}
