import { expose } from 'comlink'
import { walkClaims } from '~/core/judge/proof'
import type { AreaClaim } from '~/core/judge/proof'
import type { RadioModel, Site } from '~/core/plan'
import { calibrate, nextSpots, predictWalk, radioModelOf } from '~/core/radio/calibration'
import type { Alarm, Calibration, NextSpot, WalkReading } from '~/core/radio/calibration'

export interface WalkTold {
  /** Null: too few readings to learn from. */
  calibration: Calibration | null
  model: RadioModel | null
  next: NextSpot[]
  claims: AreaClaim[]
  /** What about the walk can't be; `model` is null until it is answered. */
  alarms: Alarm[]
  /** Readings of radios that the plan has not on the chart. */
  unknown: string[]
}

const service = {
  /** `now` (ISO 8601) is what the model that comes of it is stamped with; `isRight`: somebody has answered that the walk is right. */
  tell: (site: Site, readings: WalkReading[], now: string, isRight: boolean): WalkTold => {
    const calibration = calibrate(site, readings)
    const alarms = calibration?.alarms ?? []
    const isStopped = alarms.length > 0 && !isRight
    return {
      calibration,
      model:
        calibration && !isStopped
          ? radioModelOf(calibration.terms, {
              site,
              readings: readings.length,
              sigmaDb: calibration.chartDb,
              learnedAt: now,
            })
          : null,
      alarms,
      next: isStopped ? [] : nextSpots(site, calibration),
      claims: isStopped ? [] : walkClaims(site, readings),
      unknown: predictWalk(site, readings).unknown,
    }
  },
}
export type WalkService = typeof service

expose(service)
