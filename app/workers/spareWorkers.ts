/** Workers begun ahead of need: starting one takes longer than a coarse chart. */
const spare = { layers: [] as Worker[], plotter: [] as Worker[] }

const newLayers = () => new Worker(new URL('./layers.worker.ts', import.meta.url), { type: 'module' })
const newPlotter = () => new Worker(new URL('./plotter.worker.ts', import.meta.url), { type: 'module' })

export const coresHere = (): number => Math.max(1, Math.min(8, navigator.hardwareConcurrency || 2))

/** Begins what one chart needs; on the server nothing. */
export function startSpares(): void {
  if (typeof Worker === 'undefined' || spare.plotter.length > 0) return
  spare.layers = Array.from({ length: coresHere() }, newLayers)
  spare.plotter = [newPlotter()]
}

export const layersWorker = (): Worker => spare.layers.pop() ?? newLayers()
export const plotterWorker = (): Worker => spare.plotter.pop() ?? newPlotter()
