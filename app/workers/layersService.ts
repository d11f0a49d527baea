import { transfer } from 'comlink'
import { layerJob, outdoorCells, withGain } from '~/core/radio/coverage'
import type { LayerJob, RowKernel, Scene } from '~/core/radio/coverage'
import type { LayerTask } from './messages'

/** Makes rows of layers: keeps the scene, and what it made ready for the layer it was on last. */
export function layersService(kernel: Promise<RowKernel>) {
  let ground: { key: string; scene: Scene } | null = null
  let outdoors: { key: string; cells: Uint8Array } | null = null
  let last: { key: string; job: LayerJob } | null = null

  function jobOf({ layerKey, radio, grid }: LayerTask, scene: Scene, sceneKey: string): LayerJob {
    if (last?.key === layerKey) return last.job
    const key = `${sceneKey} ${JSON.stringify(grid)}`
    if (outdoors?.key !== key) outdoors = { key, cells: outdoorCells(scene, grid) }
    last = { key: layerKey, job: layerJob(scene, withGain(radio, grid.zM), grid, outdoors.cells) }
    return last.job
  }

  return {
    /** What stands on the ground, for all rows that are asked for from now on. */
    scene(key: string, scene: Scene): void {
      ground = { key, scene }
      last = null
    },
    /** @throws where the scene that the rows are to be made with is not there */
    async rows(task: LayerTask): Promise<Float32Array> {
      const rowsOf = await kernel
      if (ground?.key !== task.sceneKey) throw new Error('the ground of these rows is not known')
      const rows = new Float32Array((task.toRow - task.fromRow) * task.grid.columns)
      rowsOf(jobOf(task, ground.scene, ground.key), task.fromRow, task.toRow, rows)
      return transfer(rows, [rows.buffer])
    },
  }
}
export type LayersService = ReturnType<typeof layersService>
