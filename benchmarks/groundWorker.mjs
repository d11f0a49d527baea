/** A worker of the bench: tsx reads the sources here too. It says when it is up, works at a word, and ends. */
import { parentPort, workerData } from 'node:worker_threads'
import { register } from 'tsx/esm/api'

register()
const { someLayers } = await import('./ground.ts')
await someLayers(workerData.from, 2)
parentPort.once('message', () => someLayers(workerData.from, workerData.count))
parentPort.postMessage('up')
