import { computeRows, layerJob, outdoorCells, withGain } from '~/core/radio/coverage'
import type { LayerJob, Scene } from '~/core/radio/coverage'
import type { FromLayerWorker, LayerTask, ToLayerWorker } from './messages'

const scenes = new Map<string, Scene>()
let outdoors: { key: string; cells: Uint8Array } | null = null
let last: { key: string; job: LayerJob } | null = null

function jobOf({ layerKey, sceneKey, radio, grid }: LayerTask): LayerJob | null {
  if (last?.key === layerKey) return last.job
  const scene = scenes.get(sceneKey)
  if (!scene) return null
  const key = `${sceneKey} ${JSON.stringify(grid)}`
  if (outdoors?.key !== key) outdoors = { key, cells: outdoorCells(scene, grid) }
  last = { key: layerKey, job: layerJob(scene, withGain(radio), grid, outdoors.cells) }
  return last.job
}

addEventListener('message', ({ data }: MessageEvent<ToLayerWorker>) => {
  if (data.kind === 'scene') {
    scenes.clear()
    scenes.set(data.sceneKey, data.scene)
    last = null
    return
  }
  const { task, serial } = data
  const job = jobOf(task)
  const rows = new Float32Array((task.toRow - task.fromRow) * task.grid.columns)
  if (job) computeRows(job, task.fromRow, task.toRow, rows)
  postMessage({ serial, rows } satisfies FromLayerWorker, { transfer: [rows.buffer] })
})
