import { cellsWithin, sigmaDbOf } from '../coverage'
import type { PlannedRadio } from '../coverage'
import { marginDb } from '../propagation'
import type { Site } from '../../plan'
import type { LevelLayers } from './hearing'

/** Lower than this a radio is no use to anybody. Common practice, no source. */
const LEAST_POWER_DBM = 8

/**
 * The least power of each radio at which no area loses ground: a decibel at a time off the radios in turn, as long as
 * every area keeps the share that meets its need on this band, whichever its own is. Less power, less disturbance.
 */
export function lowerPowers(
  site: Site,
  radios: readonly PlannedRadio[],
  levels: readonly LevelLayers[],
): number[] {
  const margin = marginDb(sigmaDbOf(site.ground), site.ground.confidencePercent)
  const powers = radios.map(({ powerDbm }) => powerDbm)
  const spots = levels.flatMap(({ levelId, grid, layers }) =>
    site.areas
      .filter((area) => area.levelId === levelId && area.outline.length > 2)
      .flatMap((area) =>
        cellsWithin(grid, area.outline).map((cell) => ({
          needDbm: area.leastSignalDbm + margin - site.ground.clientGainDbi,
          ways: layers.map((layer) => layer[cell]!),
        })),
      ),
  )
  // Only spots that meet their need now can be lost; each remembers how many radios still meet it there.
  const counts = spots.map(({ needDbm, ways }) => ways.filter((way, i) => way + powers[i]! >= needDbm).length)
  radios.forEach((radio, i) => {
    if (radio.locked) return
    while (powers[i]! - 1 >= LEAST_POWER_DBM) {
      const next = powers[i]! - 1
      const lost = spots.flatMap(({ needDbm, ways }, k) =>
        ways[i]! + powers[i]! >= needDbm && ways[i]! + next < needDbm ? [k] : [],
      )
      if (lost.some((k) => counts[k] === 1)) break
      for (const k of lost) counts[k]!--
      powers[i] = next
    }
  })
  return powers
}
