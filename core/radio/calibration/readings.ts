import type { Band, Point } from '../../plan'
import type { Share } from './terms'

/** One level read at a spot; null: that radio was not heard there. */
export interface WalkReading {
  at: Point
  /** Name of the floor; null: the lowest. */
  floor: string | null
  /** A device of the plan, by id or name. */
  radio: string
  band: Band
  rssiDbm: number | null
  client: string | null
}

/** A reading with what the plan has for it, and what of its way depends on what may be learned. */
export interface Predicted {
  reading: WalkReading
  predictedDbm: number
  shares: Share[]
}
