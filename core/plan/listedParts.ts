import type { Id } from './words'

/** How a run of cable ends: a plug on each end, or an outlet and a patch cord. */
export type CableEnds = 'plugs' | 'outlets'

/** How parts are counted and priced on this site. */
export interface PartsRules {
  /** Cable bought beyond what is measured, percent. */
  wastePercent: number
  /** What is on one reel, m. */
  reelM: number
  ends: CableEnds
}

/** 10 % beyond the measured length, reels of 305 m (1 000 ft). Common practice, no source. */
export const DEFAULT_PARTS_RULES: PartsRules = { wastePercent: 10, reelM: 305, ends: 'plugs' }

/**
 * A line of the parts list once it has been taken: what is going to be bought or packed, which the plan may outgrow afterwards.
 * Without any line the list is the plan's own and follows it.
 */
export interface ListedPart {
  id: Id
  /** Which need of the plan it answers; empty: somebody's own. */
  key: string
  name: string
  unit: 'piece' | 'm'
  /** To be bought or packed. */
  count: number
  /** At hand already, or on the site. */
  have: number
  /** What one costs, in the currency of the site's rates; null: not known. */
  rate: number | null
}
