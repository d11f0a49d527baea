import type { AreaClaim } from '~/core/judge/proof'
import type { RadioModel, Site } from '~/core/plan'
import type { Calibration, NextSpot, WalkReading } from '~/core/radio/calibration'

export interface WalkTask {
  site: Site
  readings: WalkReading[]
  /** ISO 8601: what the model that comes of it is stamped with. */
  now: string
}

export interface WalkTold {
  /** Null: too few readings to learn from. */
  calibration: Calibration | null
  model: RadioModel | null
  next: NextSpot[]
  claims: AreaClaim[]
  /** Readings of radios that the plan has not on the chart. */
  unknown: string[]
}

export type WalkAnswer = { ok: true; told: WalkTold } | { ok: false; fault: string }
