/** Each thread by its file: what is in here is what the build makes files of. */
export const layersThread = () =>
  new Worker(new URL('./layers.worker.ts', import.meta.url), { type: 'module' })
export const plotterThread = () =>
  new Worker(new URL('./plotter.worker.ts', import.meta.url), { type: 'module' })
export const helperThread = () =>
  new Worker(new URL('./helper.worker.ts', import.meta.url), { type: 'module' })
export const backhaulThread = () =>
  new Worker(new URL('./backhaul.worker.ts', import.meta.url), { type: 'module' })
export const drawingThread = () =>
  new Worker(new URL('./drawing.worker.ts', import.meta.url), { type: 'module' })
export const runbookThread = () =>
  new Worker(new URL('./runbook.worker.ts', import.meta.url), { type: 'module' })
export const walkThread = () => new Worker(new URL('./walk.worker.ts', import.meta.url), { type: 'module' })
