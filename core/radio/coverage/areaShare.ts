import { radioTcpGoodputMbps } from '../airtime'
import { marginDb, rateMbps } from '../propagation'
import { areaM2 } from '../../plan'
import type { Area, GroundSettings, Point } from '../../plan'
import type { Grid } from './grid'
import { sigmaDbOf } from './learned'
import type { Served } from './readings'
import { NOBODY, NOTHING_DBM } from './readings'
import type { PlannedRadio } from './plannedRadios'
import { eachCellWithin } from './rasterise'

/** How well an area gets what it needs. Shares from 0 to 1. */
export interface AreaShare {
  areaId: string
  cells: number
  areaM2: number
  /** Share whose computed level meets the need. */
  onAverage: number
  /** Share that meets it with the asked confidence: level − z σ ≥ need. */
  withConfidence: number
  /** Share where the rate each client needs is to be had, with the same confidence. */
  fastEnough: number
  /** Middle one of the levels, dBm; null: no radio is there. */
  medianDbm: number | null
  /** The weakest spot and where; null: no radio is there. */
  weakest: { at: Point; dbm: number } | null
  /** Device ids of the access points that serve it, those with most of it first. */
  servedBy: string[]
}

/** Cells whose middle lies in the outline. */
export function cellsWithin(grid: Grid, outline: readonly Point[]): number[] {
  const cells: number[] = []
  eachCellWithin(grid, outline.flat(), (cell) => cells.push(cell))
  return cells
}

/** The PHY rate that a client needs so that one alone gets its TCP goodput. */
export function neededPhyMbps(area: Area): number {
  const wanted = Math.max(0, ...area.needs.map(({ rateMbps: each }) => each))
  let [low, high] = [0, 10_000]
  if (wanted === 0) return 0
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2
    if (radioTcpGoodputMbps(middle) < wanted) low = middle
    else high = middle
  }
  return high
}

/** Shares of one drawn area on its own band. `ratioDb` is the weaker direction over noise. */
export function areaShare(
  area: Area,
  grid: Grid,
  radios: readonly PlannedRadio[],
  { best, signal }: Served,
  ratioDb: Float32Array,
  ground: GroundSettings,
): AreaShare {
  const margin = marginDb(sigmaDbOf(ground), ground.confidencePercent)
  const phyMbps = neededPhyMbps(area)
  const cells = cellsWithin(grid, area.outline)
  const levels: number[] = []
  const by = new Map<number, number>()
  let [onAverage, sure, fast] = [0, 0, 0]
  let weakest: AreaShare['weakest'] = null
  for (const cell of cells) {
    const i = best[cell] ?? NOBODY
    const level = signal[cell] ?? -Infinity
    levels.push(level)
    if (i !== NOBODY) by.set(i, (by.get(i) ?? 0) + 1)
    if (level >= area.leastSignalDbm) onAverage++
    if (level - margin >= area.leastSignalDbm) sure++
    const radio = radios[i]
    if (
      radio &&
      rateMbps(radio.generation, radio.widthMhz, radio.streams, ratioDb[cell]! - margin) >= phyMbps
    )
      fast++
    if (!weakest || level < weakest.dbm) weakest = { at: cellMiddle(grid, cell), dbm: level }
  }
  const share = (count: number) => (cells.length === 0 ? 0 : count / cells.length)
  return {
    areaId: area.id,
    cells: cells.length,
    areaM2: areaM2(area.outline),
    onAverage: share(onAverage),
    withConfidence: share(sure),
    fastEnough: share(fast),
    medianDbm: known(levels.sort((a, b) => a - b)[Math.floor(levels.length / 2)]),
    weakest: weakest && known(weakest.dbm) !== null ? weakest : null,
    servedBy: [...by].sort((a, b) => b[1] - a[1]).map(([i]) => radios[i]!.device.id),
  }
}

/** Where no radio is, there is no level. */
const known = (dbm: number | undefined): number | null =>
  dbm === undefined || dbm <= NOTHING_DBM ? null : dbm

const cellMiddle = (grid: Grid, cell: number): Point => [
  grid.x0M + ((cell % grid.columns) + 0.5) * grid.cellM,
  grid.y0M + (Math.floor(cell / grid.columns) + 0.5) * grid.cellM,
]
