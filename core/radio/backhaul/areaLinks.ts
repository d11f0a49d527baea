import { modeMbps, usPerMbit } from '../airtime'
import type { PhyMode } from '../airtime'
import { NOBODY, areaField, cellsWithin } from '../coverage'
import type { PlannedRadio } from '../coverage'
import type { Area, Site } from '../../plan'
import { modeAt } from './radioHop'

/** One radio's part of an area: which share of its cells it serves, and how. */
export interface Serving {
  radio: PlannedRadio
  share: number
  /** How many cells use which mode, so that their cost can be had for any crowd. */
  modes: { mode: PhyMode; cells: number }[]
}

export interface AreaLinks {
  area: Area
  servings: Serving[]
  /** Share of the cells that nobody serves. */
  unserved: number
  /** Goodput of one client alone, over the cells: the tenth, the middle and the ninetieth in a hundred. */
  alone: { low: number; likely: number; high: number }
}

/** What the clients of each drawn area are served by, from the coverage kernel's own levels. */
export function areaLinks(site: Site, cellM = 2): AreaLinks[] {
  return site.areas.flatMap((area) => {
    const field = areaField(site, area, cellM)
    if (!field) return []
    const { grid, radios, served, ratioDb } = field
    return [linksOf(area, cellsWithin(grid, area.outline), radios, served.best, ratioDb)]
  })
}

function linksOf(
  area: Area,
  cells: readonly number[],
  radios: readonly PlannedRadio[],
  best: ArrayLike<number>,
  ratioDb: Float32Array,
): AreaLinks {
  const counts = new Map<number, Map<number, { mode: PhyMode; cells: number }>>()
  const mbps: number[] = []
  let unserved = 0
  for (const cell of cells) {
    const i = best[cell] ?? NOBODY
    const radio = radios[i]
    const mode = radio && modeAt(radio, ratioDb[cell] ?? -Infinity)
    if (!radio || !mode) {
      unserved++
      mbps.push(0)
      continue
    }
    const byRate = counts.get(i) ?? new Map<number, { mode: PhyMode; cells: number }>()
    const rate = modeMbps(mode)
    byRate.set(rate, { mode, cells: (byRate.get(rate)?.cells ?? 0) + 1 })
    counts.set(i, byRate)
    mbps.push(1e6 / costOf(mode, 2))
  }
  const taken = Math.max(1, cells.length - unserved)
  const servings = [...counts].flatMap(([i, byRate]): Serving[] => {
    const radio = radios[i]
    if (!radio) return []
    return [
      {
        radio,
        share: [...byRate.values()].reduce((sum, { cells: n }) => sum + n, 0) / taken,
        modes: [...byRate.values()],
      },
    ]
  })
  mbps.sort((a, b) => a - b)
  const at = (share: number) => mbps[Math.min(mbps.length - 1, Math.floor(share * mbps.length))] ?? 0
  return {
    area,
    servings,
    unserved: unserved / Math.max(1, cells.length),
    alone: { low: at(0.1), likely: at(0.5), high: at(0.9) },
  }
}

const costs = new Map<string, number>()

/** Cost of one Mbit, remembered: there are few modes and few crowds. */
export function costOf(mode: PhyMode, contenders: number): number {
  const key = JSON.stringify([mode, contenders])
  let cost = costs.get(key)
  if (cost === undefined) costs.set(key, (cost = usPerMbit({ mode }, contenders)))
  return cost
}

/** Mean air that one Mbit costs where so many want it, µs: every spot gets as much, so slow spots weigh more. */
export function meanCost({ modes }: Serving, contenders: number): number {
  const cells = modes.reduce((sum, one) => sum + one.cells, 0)
  return modes.reduce((sum, one) => sum + one.cells * costOf(one.mode, contenders), 0) / Math.max(1, cells)
}
