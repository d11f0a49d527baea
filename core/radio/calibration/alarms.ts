import type { Site } from '../../plan'
import type { Predicted, WalkReading } from './readings'
import { median, sigmaByMedian } from './spread'
import type { LearnedTerm } from './terms'

/** What about a walk can't be, and what it may be instead: until somebody has answered, nothing is learned from it. */
export interface Alarm {
  code: 'level' | 'same' | 'place' | 'bias' | 'loss'
  says: string
}

/** No receiver beside an antenna reads more than this, dBm: 20 dBm over 40 cm at 2.4 GHz. Source: free space, ITU-R P.525-4. */
const MOST_DBM = -12
const COMMON_BIAS_DB = 12
/** A wall that is planned with so much and found with so small a part of it. Common practice, no source. */
const SOLID_DB = 8
const NOTHING_LEFT = 0.2
/** How much better another reading of the places must be, before it is asked about. Common practice, no source. */
const MUCH_BETTER = 0.75
const BETTER_BY_DB = 2
const LEAST_HEARD = 6
const FOOT_M = 0.3048

interface Moved {
  how: string
  readings: WalkReading[]
}

/** Ways in which a whole walk is entered wrongly: its unit, its sides, its floor. */
function otherwise(site: Site, readings: readonly WalkReading[]): Moved[] {
  const xs = site.buildings.flatMap(({ outline }) => outline.map(([x]) => x))
  const ys = site.buildings.flatMap(({ outline }) => outline.map(([, y]) => y))
  const [acrossX, acrossY] = [middleOf(xs), middleOf(ys)]
  const moved = (how: string, to: (one: WalkReading) => Partial<WalkReading>): Moved => ({
    how,
    readings: readings.map((one) => ({ ...one, ...to(one) })),
  })
  const floors = site.levels.map(({ name }) => name)
  return [
    moved('in feet, and entered as metres', ({ at: [x, y] }) => ({ at: [x * FOOT_M, y * FOOT_M] })),
    moved('in metres, and taken for feet', ({ at: [x, y] }) => ({ at: [x / FOOT_M, y / FOOT_M] })),
    moved('mirrored, left for right', ({ at: [x, y] }) => ({ at: [2 * acrossX - x, y] })),
    moved('mirrored, top for bottom', ({ at: [x, y] }) => ({ at: [x, 2 * acrossY - y] })),
    moved('with its two coordinates exchanged', ({ at: [x, y] }) => ({ at: [y, x] })),
    ...floors.flatMap((floor) =>
      readings.every((one) => (one.floor ?? floors[0]) === floor)
        ? []
        : [moved(`on the floor “${floor}”`, () => ({ floor }))],
    ),
  ]
}

const middleOf = (all: readonly number[]): number =>
  all.length === 0 ? 0 : (Math.min(...all) + Math.max(...all)) / 2

/** Spread of what was read about the plan's own sum, each radio's own middle taken off: what places and walls leave, dB; null: too few. */
function misfitDb(predicted: readonly Predicted[]): number | null {
  const byRadio = new Map<string, number[]>()
  for (const { reading, predictedDbm } of predicted) {
    if (reading.rssiDbm === null) continue
    const key = `${reading.radio} ${reading.band}`
    byRadio.set(key, [...(byRadio.get(key) ?? []), reading.rssiDbm - predictedDbm])
  }
  const off = [...byRadio.values()].flatMap((all) => all.map((one) => one - median(all)))
  return off.length < LEAST_HEARD ? null : sigmaByMedian(off)
}

/**
 * What can't be. `predicted`: the walk as it was brought in, by the plan alone; `predict`: the same for readings elsewhere; `terms`: what
 * would be learned.
 */
export function alarmsOf(
  site: Site,
  predicted: readonly Predicted[],
  terms: readonly LearnedTerm[],
  predict: (readings: readonly WalkReading[]) => Predicted[],
): Alarm[] {
  const heard = predicted.filter(({ reading }) => reading.rssiDbm !== null)
  const levels = heard.map(({ reading }) => reading.rssiDbm ?? 0)
  if (levels.length === 0) return []
  const impossible = levels.filter((one) => one > MOST_DBM)
  if (impossible.length * 2 > levels.length)
    return [
      {
        code: 'level',
        says: `${impossible.length} of ${levels.length} levels are above ${MOST_DBM} dBm, the first ${impossible[0]} dBm: no receiver reads that. Is it a percentage, or has the minus sign been lost?`,
      },
    ]
  if (levels.length >= LEAST_HEARD && new Set(levels).size === 1)
    return [
      {
        code: 'same',
        says: `All ${levels.length} levels are ${levels[0]} dBm. Was one reading copied down, or is it the value for “nothing”?`,
      },
    ]
  const alarms: Alarm[] = []
  const better = betterElsewhere(site, predicted, predict)
  if (better) alarms.push({ code: 'place', says: better })
  const bias = median(heard.map(({ reading, predictedDbm }) => (reading.rssiDbm ?? 0) - predictedDbm))
  if (levels.length >= LEAST_HEARD && Math.abs(bias) >= COMMON_BIAS_DB)
    alarms.push({
      code: 'bias',
      says: `All levels are about ${Math.abs(bias).toFixed(0)} dB ${bias < 0 ? 'below' : 'above'} the plan’s. Is it the transmit power, the antenna, the band, or how the phone reads?`,
    })
  for (const { of, name, planned, value, saysNothing } of terms)
    if (
      of.kind === 'loss' &&
      planned !== null &&
      planned >= SOLID_DB &&
      !saysNothing &&
      planned + value <= NOTHING_LEFT * planned
    )
      alarms.push({
        code: 'loss',
        says: `${name} would cost ${Math.max(0, planned + value).toFixed(1)} dB, and ${planned.toFixed(1)} dB are planned. Is it another wall, is there an opening, or was the walk on this side of it?`,
      })
  return alarms
}

function betterElsewhere(
  site: Site,
  predicted: readonly Predicted[],
  predict: (readings: readonly WalkReading[]) => Predicted[],
): string | null {
  const asRead = misfitDb(predicted)
  if (asRead === null) return null
  const readings = predicted.map(({ reading }) => reading)
  const tried = otherwise(site, readings).flatMap(({ how, readings: moved }) => {
    const misfit = misfitDb(predict(moved))
    return misfit === null ? [] : [{ how, misfit }]
  })
  const best = tried.sort((a, b) => a.misfit - b.misfit)[0]
  if (!best || best.misfit > MUCH_BETTER * asRead || asRead - best.misfit < BETTER_BY_DB) return null
  return `The levels fit far better if the walk was ${best.how}: they then spread by ${best.misfit.toFixed(1)} dB instead of ${asRead.toFixed(1)} dB. Was it?`
}
