import { walkClaims } from '~/core/judge/proof'
import { calibrate, nextSpots, predictWalk, radioModelOf } from '~/core/radio/calibration'
import type { WalkAnswer, WalkTask, WalkTold } from './walkMessages'

function tell({ site, readings, now }: WalkTask): WalkTold {
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
}

addEventListener('message', ({ data }: MessageEvent<WalkTask>) => {
  let answer: WalkAnswer
  try {
    answer = { ok: true, told: tell(data) }
  } catch (error) {
    answer = { ok: false, fault: error instanceof Error ? error.message : String(error) }
  }
  postMessage(answer)
})
