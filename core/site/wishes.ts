import type { Id } from './types'

/** A part of the site that must be covered, and for whom. */
export interface Area {
  id: Id
  name: string
  needs: AreaNeed[]
}

export interface AreaNeed {
  networkId: Id
  clients: number
  /** What each client should get. */
  rateMbps: number
}

/** What the client asked for: which network must, may or must not reach what. */
export interface Wish {
  id: Id
  fromNetworkId: Id
  to: { networkId: Id } | 'internet'
  wish: 'must' | 'may' | 'mustNot'
}
