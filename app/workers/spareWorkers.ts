import { layersThread, plotterThread } from './starts'

/** Workers begun ahead of need: starting one takes longer than a coarse chart. */
const spare = { layers: [] as Worker[], plotter: [] as Worker[] }

export const coresHere = (): number => Math.max(1, Math.min(8, navigator.hardwareConcurrency || 2))

/** Begins what one chart needs; on the server, and in a browser without workers, nothing. */
export function startSpares(): void {
  if (typeof Worker === 'undefined' || spare.plotter.length > 0) return
  spare.layers = Array.from({ length: coresHere() }, layersThread)
  spare.plotter = [plotterThread()]
}

export const layersWorker = (): Worker => spare.layers.pop() ?? layersThread()
export const plotterWorker = (): Worker => spare.plotter.pop() ?? plotterThread()
