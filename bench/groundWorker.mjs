/** A worker of the bench: tsx reads the sources here too. */
import { workerData } from 'node:worker_threads'
import { register } from 'tsx/esm/api'

register()
const { someLayers } = await import('./ground.ts')
someLayers(workerData.from, workerData.count)
