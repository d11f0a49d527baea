import { expose } from 'comlink'
import { walkClaims } from '~/core/judge/proof'
import type { AreaClaim } from '~/core/judge/proof'
import type { RadioModel, Site } from '~/core/plan'
import { calibrate, nextSpots, predictWalk, radioModelOf } from '~/core/radio/calibration'
import type { Calibration, NextSpot, WalkReading } from '~/core/radio/calibration'

export interface WalkTold {
  /** Null: too few readings to learn from. */
  calibration: Calibration | null
  model: RadioModel | null
  next: NextSpot[]
  claims: AreaClaim[]
  /** Readings of radios that the plan has not on the chart. */
  unknown: string[]
}

const service = {
  /** `now` (ISO 8601) is what the model that comes of it is stamped with. */
  tell: (site: Site, readings: WalkReading[], now: string): WalkTold => {
    const calibration = calibrate(site, readings)
    return {
      calibration,
      model:
        calibration &&
        radioModelOf(calibration.terms, {
          site,
          readings: readings.length,
          sigmaDb: calibration.sigmaDb,
          learnedAt: now,
        }),
      next: nextSpots(site, calibration),
      claims: walkClaims(site, readings),
      unknown: predictWalk(site, readings).unknown,
    }
  },
}
export type WalkService = typeof service

expose(service)
