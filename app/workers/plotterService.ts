import { transfer } from 'comlink'
import type { Plot, PlotOrder } from './messages'
import { plotOf } from './plot'

/** Keeps the finished layers and makes charts of them. */
export function plotterService() {
  const layers = new Map<string, Float32Array>()
  return {
    /** Some cells of a layer. */
    rows(layerKey: string, cells: number, fromCell: number, rows: Float32Array): void {
      const layer = layers.get(layerKey) ?? new Float32Array(cells)
      layer.set(rows, fromCell)
      layers.set(layerKey, layer)
    },
    /** Forgets all layers but these. */
    keep(layerKeys: readonly string[]): void {
      const kept = new Set(layerKeys)
      for (const key of layers.keys()) if (!kept.has(key)) layers.delete(key)
    },
    /** Null while one of its layers is missing. */
    plot(order: PlotOrder): Plot | null {
      const plot = plotOf(order, layers)
      return plot && transfer(plot, [plot.depths.buffer])
    },
  }
}
export type PlotterService = ReturnType<typeof plotterService>
