import {
  areaShare,
  cellsWithin,
  isolines,
  linkRates,
  overNoise,
  overNoiseAndOthers,
  served,
  sigmaDbOf,
} from '~/core/radio/coverage'
import type { Served } from '~/core/radio/coverage'
import { marginDb } from '~/core/radio/propagation'
import type { Plot, PlotOrder } from './messages'

/** The chart from finished layers, or null while one of them is missing. */
export function plotOf(order: PlotOrder, known: ReadonlyMap<string, Float32Array>): Plot | null {
  const layers = order.layerKeys.flatMap((key) => known.get(key) ?? [])
  if (layers.length < order.layerKeys.length) return null
  const cells = order.grid.columns * order.grid.rows
  const all = served(order.radios, layers, order.ground, order.thresholdDbm, cells)
  const ratio = overNoise(order.radios, layers, order.ground, all)
  const values = valuesOf(order, layers, all, ratio)
  const depths = new Uint8Array(cells)
  for (const level of order.levels)
    for (let cell = 0; cell < cells; cell++)
      if ((values[cell] ?? -Infinity) >= level) depths[cell] = (depths[cell] ?? 0) + 1
  return {
    grid: order.grid,
    reading: order.reading,
    depths,
    isolines: isolines(order.grid, values, order.levels),
    hatcheds: hatcheds(order, all),
    areas: order.areas.map((area) => areaShare(area, order.grid, order.radios, all, ratio, order.ground)),
  }
}

function valuesOf(order: PlotOrder, layers: Float32Array[], all: Served, ratio: Float32Array): Float32Array {
  switch (order.reading) {
    case 'signal':
      return all.signal
    case 'second':
      return all.second
    case 'servers':
      return Float32Array.from(all.servers)
    case 'snr':
      return ratio
    case 'sinr':
      return overNoiseAndOthers(order.radios, layers, order.ground, all, order.foreign)
    case 'rate':
      return linkRates(
        order.radios,
        all,
        overNoiseAndOthers(order.radios, layers, order.ground, all, order.foreign),
      )
  }
}

/** Where an area's need is not met with the asked confidence. */
function hatcheds({ grid, areas, ground }: PlotOrder, { signal }: Served): Plot['hatcheds'] {
  const margin = marginDb(sigmaDbOf(ground), ground.confidencePercent)
  const short = new Float32Array(grid.columns * grid.rows)
  for (const area of areas)
    for (const cell of cellsWithin(grid, area.outline))
      if ((signal[cell] ?? -Infinity) - margin < area.leastSignalDbm) short[cell] = 1
  return areas.length > 0 ? isolines(grid, short, [0.5]) : []
}
