import { NOBODY, cellsWithin, downDbm, served } from '../coverage'
import type { Grid, PlannedRadio } from '../coverage'
import { areaMbps } from '../../plan'
import type { Site } from '../../plan'

/** Above this a radio takes another's signal for a busy channel. Source: IEEE 802.11-2020 17.3.10.6 (CCA, −82 dBm at 20 MHz). */
export const HEARD_DBM = -82

export interface Hearing {
  /** Load of each radio, Mbit/s: its share of the areas it serves. */
  loadMbps: number[]
  /** How much pairs disturb each other, i < j. */
  edges: { i: number; j: number; weight: number }[]
  /** Foreign radios: by radio, how loud. */
}

/** The plan's radios on one band, over one level's grid each. */
export interface LevelLayers {
  levelId: string
  grid: Grid
  /** One layer per radio. */
  layers: Float32Array[]
}

/**
 * Who disturbs whom, from the chart's own numbers. A radio's cells are those of the drawn areas where it is strongest;
 * pair weight = load_i × share of i's cells where j is heard at −82 dBm or more, and the same the other way round.
 * A radio without load counts as 1 Mbit/s: its beacons are there all the same.
 */
export function hearing(
  site: Site,
  radios: readonly PlannedRadio[],
  levels: readonly LevelLayers[],
): Hearing {
  const n = radios.length
  const loadMbps = new Array<number>(n).fill(0)
  const cells = new Array<number>(n).fill(0)
  const heard = Array.from({ length: n }, () => new Array<number>(n).fill(0))
  for (const { levelId, grid, layers } of levels) {
    const { best } = served(radios, layers, site.ground, HEARD_DBM)
    for (const area of site.areas.filter((one) => one.levelId === levelId && one.outline.length > 2)) {
      if (radios[0]?.band !== area.band && area.band !== '5') continue
      const inside = cellsWithin(grid, area.outline)
      const each = areaMbps(site, area).value / Math.max(1, inside.length)
      for (const cell of inside) {
        const i = best[cell] ?? NOBODY
        if (i === NOBODY) continue
        loadMbps[i]! += radios[i]!.band === area.band ? each : 0
        cells[i]!++
        for (let j = 0; j < n; j++)
          if (j !== i && downDbm(radios[j]!, layers[j]![cell]!, site.ground) >= HEARD_DBM) heard[i]![j]!++
      }
    }
  }
  const share = (i: number, j: number) => (cells[i]! > 0 ? heard[i]![j]! / cells[i]! : 0)
  const load = (i: number) => Math.max(1, loadMbps[i]!)
  const edges = radios.flatMap((_, i) =>
    radios.slice(i + 1).flatMap((_, k) => {
      const j = i + 1 + k
      const weight = load(i) * share(i, j) + load(j) * share(j, i)
      return weight > 0 ? [{ i, j, weight }] : []
    }),
  )
  return { loadMbps, edges }
}
