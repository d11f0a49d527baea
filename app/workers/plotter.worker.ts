import { plotOf } from './plot'
import type { ToPlotter } from './messages'

/** Keeps the finished layers and makes charts of them. */
const layers = new Map<string, Float32Array>()

addEventListener('message', ({ data }: MessageEvent<ToPlotter>) => {
  switch (data.kind) {
    case 'rows': {
      const layer = layers.get(data.layerKey) ?? new Float32Array(data.cells)
      layer.set(data.rows, data.fromCell)
      layers.set(data.layerKey, layer)
      return
    }
    case 'forget': {
      const keep = new Set(data.keep)
      for (const key of layers.keys()) if (!keep.has(key)) layers.delete(key)
      return
    }
    case 'plot': {
      const plot = plotOf(data.order, layers)
      if (plot) postMessage(plot, { transfer: [plot.depths.buffer] })
    }
  }
})
