import { BAND_MHZ, edgeLossDb, edgeNu, fresnelRadiusM } from '../propagation'
import { distanceM, within } from '../../plan'
import type { Point, Site } from '../../plan'
import type { PlannedRadio } from '../coverage'

/** Radius of the earth, and how much larger it looks to a wave in usual air. Source: ITU-R P.310, P.452: 6371 km, k = 4/3. */
export const EARTH_M = 6_371_000
export const USUAL_K = 4 / 3
/** What must be clear of the first Fresnel zone. Source: ITU-R P.530-18 2.2.2 (0.6 F1), P.526-15 2. */
export const CLEAR_SHARE = 0.6

/** How far the ground stands up between two ends: d1 · d2 ÷ (2 k R). Source: ITU-R P.530-18 2.2. */
export const earthBulgeM = (d1M: number, d2M: number, k = USUAL_K): number => (d1M * d2M) / (2 * k * EARTH_M)

export interface ProfilePoint {
  /** From the parent, along the ground. */
  atM: number
  /** What stands there, over the yard's zero, with the earth's bulge. */
  topM: number
  what: string
  rayM: number
  fresnelM: number
  /** Free height under the ray over the Fresnel radius; under 0.6 it is not clear. */
  clearance: number
}

export interface PathProfile {
  distanceM: number
  points: ProfilePoint[]
  /** The point that is least clear, ends left out. */
  worst: ProfilePoint
  isClear: boolean
  /** What the highest edge costs, one edge. */
  edgeDb: number
}

const STEPS = 120
/** The ends' own supports are not in the way. */
const END_M = 1

/** What stands under the straight line between two ends, with the water at that height. Source: ITU-R P.526-15 2 and 4.1. */
export function pathProfile(
  site: Site,
  a: PlannedRadio,
  b: PlannedRadio,
  waterM: number | null,
): PathProfile {
  const [from, to] = [a.position.at, b.position.at]
  const longM = Math.max(0.01, distanceM(from, to))
  const frequencyMhz = BAND_MHZ[a.band]
  const points = Array.from({ length: STEPS + 1 }, (_, i): ProfilePoint => {
    const share = i / STEPS
    const atM = share * longM
    const at: Point = [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share]
    const [d1, d2] = [Math.max(atM, 1e-3), Math.max(longM - atM, 1e-3)]
    const ground = groundAt(site, at, waterM)
    const topM = ground.topM + earthBulgeM(d1, d2)
    const rayM = a.zM + (b.zM - a.zM) * share
    const fresnelM = fresnelRadiusM(frequencyMhz, d1, d2)
    return { atM, topM, what: ground.what, rayM, fresnelM, clearance: (rayM - topM) / fresnelM }
  })
  const middle = points.filter(({ atM }) => atM > END_M && atM < longM - END_M)
  const worst = (middle.length > 0 ? middle : points).reduce((least, point) =>
    point.clearance < least.clearance ? point : least,
  )
  const nu = Math.max(
    ...middle
      .filter(({ what }) => what !== WATER)
      .map((point) => edgeNu(frequencyMhz, point.topM - point.rayM, point.atM, longM - point.atM)),
    -Infinity,
  )
  return {
    distanceM: longM,
    points,
    worst,
    isClear: worst.clearance >= CLEAR_SHARE,
    edgeDb: Number.isFinite(nu) ? edgeLossDb(nu) : 0,
  }
}

export const WATER = 'water'

/** The highest thing over a spot. */
function groundAt(site: Site, at: Point, waterM: number | null): { topM: number; what: string } {
  const floor = (levelId: string) => site.levels.find(({ id }) => id === levelId)?.floorM ?? 0
  let top =
    waterM !== null && isWater(site, at) ? { topM: waterM, what: WATER } : { topM: 0, what: 'the ground' }
  for (const building of site.buildings) {
    const levels = site.levels.filter(({ id }) => building.levelIds.includes(id))
    const roofM =
      building.roofHeightM ?? Math.max(0, ...levels.map(({ floorM, heightM }) => floorM + heightM))
    if (roofM > top.topM && within(building.outline, at)) top = { topM: roofM, what: building.name }
  }
  for (const { outline, levelId, heightM, name } of site.obstacles) {
    const topM = floor(levelId) + heightM
    if (topM > top.topM && within(outline, at)) top = { topM, what: name }
  }
  return top
}

export const isWater = (site: Site, at: Point): boolean =>
  site.keepOuts.some(({ water, outline }) => water && within(outline, at))
