import { gainAt } from '../coverage'
import type { PlannedRadio } from '../coverage'
import { BAND_MHZ, SURFACES, freeSpaceLossDb, reflection, times, twoRayLossDb } from '../propagation'
import { distanceM } from '../../plan'
import type { Point, Site, Water } from '../../plan'
import { isWater } from './profile'

/** Where the ray that comes off flat water touches it: h1 ÷ (h1 + h2) of the way. */
export function bouncePoint(a: PlannedRadio, b: PlannedRadio, waterM: number): Point {
  const [h1, h2] = [a.zM - waterM, b.zM - waterM]
  const share = h1 / Math.max(h1 + h2, 1e-9)
  return [
    a.position.at[0] + (b.position.at[0] - a.position.at[0]) * share,
    a.position.at[1] + (b.position.at[1] - a.position.at[1]) * share,
  ]
}

/**
 * What the ray off the water adds to or takes from free space, dB: positive is a loss. Flat water, vertical polarisation, the
 * antennas' gains towards the bounce counted. 0 where the bounce falls on land. Infinity where an end is under water.
 * Source: ITU-R P.2040-3 (reflection), P.526; calm water gives the deepest holes, waves fill them.
 */
export function waterLossDb(
  site: Site,
  a: PlannedRadio,
  b: PlannedRadio,
  water: Water,
  waterM: number,
): number {
  if (a.zM <= waterM || b.zM <= waterM) return Infinity
  const spot = bouncePoint(a, b, waterM)
  if (!isWater(site, spot)) return 0
  const frequencyMhz = BAND_MHZ[a.band]
  const flatM = distanceM(a.position.at, b.position.at)
  const aside =
    gainAt(a, spot, waterM) -
    gainAt(a, b.position.at, b.zM) +
    gainAt(b, spot, waterM) -
    gainAt(b, a.position.at, a.zM)
  const surface = SURFACES[water.surface]
  const loss = twoRayLossDb(frequencyMhz, flatM, a.zM - waterM, b.zM - waterM, (grazing) =>
    times(reflection(surface, frequencyMhz, grazing, 'vertical'), [10 ** (aside / 20), 0]),
  )
  return loss - freeSpaceLossDb(frequencyMhz, Math.hypot(flatM, a.zM - b.zM))
}

export interface TidePoint {
  waterM: number
  lossDb: number
}

/** The loss at every height that the water comes to. */
export function tideLosses(site: Site, a: PlannedRadio, b: PlannedRadio, steps = 240): TidePoint[] {
  const { water } = site.backhaul
  if (!water) return []
  return Array.from({ length: steps + 1 }, (_, i) => {
    const waterM = water.lowestM + ((water.highestM - water.lowestM) * i) / steps
    return { waterM, lossDb: waterLossDb(site, a, b, water, waterM) }
  })
}

/** Phases of a tide that are looked at. */
const PHASES = 720

/** Hours of one tide with the level under a need: the water goes up and down as a cosine. Null where there is no tide. */
export function hoursUnder(
  water: Water | null,
  tide: readonly { levelDbm: number }[],
  neededDbm: number,
): number | null {
  if (!water || water.periodH === 0 || tide.length === 0) return null
  let under = 0
  for (let phase = 0; phase < PHASES; phase++) {
    // 0 at low water, 1 at high water.
    const height = (1 - Math.cos((2 * Math.PI * (phase + 0.5)) / PHASES)) / 2
    const at = tide[Math.round(height * (tide.length - 1))]
    if (at && at.levelDbm < neededDbm) under++
  }
  return (water.periodH * under) / PHASES
}

/** Whether the straight line between two devices has water under it. */
export function crossesWater(site: Site, a: PlannedRadio, b: PlannedRadio): boolean {
  const [from, to] = [a.position.at, b.position.at]
  return Array.from({ length: 41 }, (_, i) => i / 40).some((share) =>
    isWater(site, [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share]),
  )
}

/** Less than this is not worth a higher mast. Common practice, no source. */
const WORTH_A_MAST_DB = 0.3

export interface HeightPoint {
  heightM: number
  /** The most that the water takes at any tide. */
  worstLossDb: number
}

/**
 * The worst of the tide for every height at which one end could be mounted, over its own floor; and the lowest of them, at most
 * `mostM`, that is as good as any.
 */
export function heightSweep(
  site: Site,
  a: PlannedRadio,
  b: PlannedRadio,
  end: 'a' | 'b',
  fromM = 2,
  mostM = 10,
): { points: HeightPoint[]; best: HeightPoint | null } {
  const lift = (radio: PlannedRadio, heightM: number): PlannedRadio => ({
    ...radio,
    zM: radio.zM - radio.position.heightM + heightM,
    position: { ...radio.position, heightM },
  })
  const points: HeightPoint[] = []
  for (let heightM = fromM; heightM <= mostM + 1e-9; heightM += 0.2) {
    const [x, y] = end === 'a' ? [lift(a, heightM), b] : [a, lift(b, heightM)]
    const worstLossDb = Math.max(...tideLosses(site, x, y, 90).map(({ lossDb }) => lossDb), -Infinity)
    points.push({ heightM: Math.round(heightM * 10) / 10, worstLossDb })
  }
  const least = Math.min(...points.map(({ worstLossDb }) => worstLossDb))
  const best = points.find(({ worstLossDb }) => worstLossDb <= least + WORTH_A_MAST_DB) ?? null
  return { points, best }
}
