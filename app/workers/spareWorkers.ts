import { layersThread, plotterThread } from './starts'

/** Workers begun ahead of need: starting one takes longer than a coarse chart. */
const spare = { layers: [] as Worker[], plotter: [] as Worker[] }
let isStarted = false

export const coresHere = (): number => Math.max(1, Math.min(8, navigator.hardwareConcurrency || 2))

/** Begins what one chart needs; on the server, and in a browser without workers, nothing. */
export function startSpares(): void {
  if (typeof Worker === 'undefined' || isStarted) return
  isStarted = true
  for (let i = 0; i < coresHere(); i++) keep(spare.layers, layersThread())
  keep(spare.plotter, plotterThread())
}

/** One that breaks down before anybody wants it is nobody's: whoever wants one gets another, and hears of that. */
function keep(list: Worker[], worker: Worker): void {
  list.push(worker)
  worker.addEventListener('error', () => {
    const at = list.indexOf(worker)
    if (at >= 0) list.splice(at, 1)
  })
}

export const layersWorker = (): Worker => spare.layers.pop() ?? layersThread()
export const plotterWorker = (): Worker => spare.plotter.pop() ?? plotterThread()
