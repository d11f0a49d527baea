import type { Scene } from '~/core/radio/coverage'
import { LayerQueue, slices } from './layerQueue'
import { coresHere, layersWorker, plotterWorker } from './spareWorkers'
import type { FromLayerWorker, LayerTask, Plot, PlotOrder, ToLayerWorker, ToPlotter } from './messages'

type Layer = Omit<LayerTask, 'fromRow' | 'toRow'>

/** What the chart asks for: these layers, put together in that order. */
export interface ChartRequest {
  scene: Scene
  sceneKey: string
  layers: Layer[]
  order: Omit<PlotOrder, 'serial' | 'layerKeys'>
}

/** The pool of layer workers and the one that plots. A new request gives up the old one. */
export class CoverageEngine {
  private readonly workers: Worker[]
  private readonly plotter: Worker
  private readonly queue: LayerQueue
  /** Rows still missing of each layer that was begun; 0 when it is whole. */
  private readonly missing = new Map<string, number>()
  private request: ChartRequest | null = null
  private sceneKey = ''
  private serial = 0

  constructor(
    private readonly onPlot: (plot: Plot) => void,
    onProgress: (done: number, asked: number) => void,
    onFault: (message: string) => void,
    cores = coresHere(),
  ) {
    this.workers = Array.from({ length: cores }, layersWorker)
    this.plotter = plotterWorker()
    this.queue = new LayerQueue(
      this.workers.map((worker) => ({
        start: (serial, task) => worker.postMessage({ kind: 'rows', serial, task } satisfies ToLayerWorker),
      })),
      (task, rows) => this.take(task, rows),
      onProgress,
    )
    for (const worker of [...this.workers, this.plotter])
      worker.addEventListener('error', ({ message }) => onFault(message || 'a worker did not start'))
    for (const worker of this.workers)
      worker.addEventListener('message', ({ data }: MessageEvent<FromLayerWorker>) =>
        this.queue.finished(data.serial, data.rows),
      )
    this.plotter.addEventListener('message', ({ data }: MessageEvent<Plot>) => {
      if (data.serial === this.serial) this.onPlot(data)
    })
  }

  ask(request: ChartRequest): void {
    this.queue.giveUp()
    for (const [key, rows] of this.missing) if (rows > 0) this.missing.delete(key)
    if (request.sceneKey !== this.sceneKey) {
      this.sceneKey = request.sceneKey
      for (const worker of this.workers)
        worker.postMessage({
          kind: 'scene',
          sceneKey: request.sceneKey,
          scene: request.scene,
        } satisfies ToLayerWorker)
    }
    this.request = request
    const wanted = request.layers.filter(({ layerKey }) => !this.missing.has(layerKey))
    for (const { layerKey, grid } of wanted) this.missing.set(layerKey, grid.rows)
    this.forgetSome()
    if (wanted.length === 0) this.plot()
    else
      this.queue.add(
        wanted.flatMap((layer) => slices(layer, cellsEach(layer, wanted.length, this.workers.length))),
      )
  }

  /** Leaves the chart as it is. */
  giveUp(): void {
    this.queue.giveUp()
    for (const [key, rows] of this.missing) if (rows > 0) this.missing.delete(key)
    this.request = null
  }

  stop(): void {
    this.queue.giveUp()
    for (const worker of [...this.workers, this.plotter]) worker.terminate()
  }

  private take({ layerKey, grid, fromRow, toRow }: LayerTask, rows: Float32Array): void {
    this.missing.set(layerKey, (this.missing.get(layerKey) ?? grid.rows) - (toRow - fromRow))
    this.plotter.postMessage(
      {
        kind: 'rows',
        layerKey,
        cells: grid.columns * grid.rows,
        fromCell: fromRow * grid.columns,
        rows,
      } satisfies ToPlotter,
      [rows.buffer],
    )
    if (this.request?.layers.every((layer) => this.missing.get(layer.layerKey) === 0)) this.plot()
  }

  private plot(): void {
    if (!this.request) return
    this.serial++
    const layerKeys = this.request.layers.map(({ layerKey }) => layerKey)
    this.plotter.postMessage({
      kind: 'plot',
      order: { ...this.request.order, serial: this.serial, layerKeys },
    } satisfies ToPlotter)
  }

  /** Old layers go when there are many: a dragged access point leaves one behind at every step. */
  private forgetSome(): void {
    const wanted = new Set(this.request?.layers.map(({ layerKey }) => layerKey))
    if (this.missing.size <= MOST_LAYERS + wanted.size) return
    for (const key of this.missing.keys()) if (!wanted.has(key)) this.missing.delete(key)
    this.plotter.postMessage({ kind: 'forget', keep: [...wanted] } satisfies ToPlotter)
  }
}

const MOST_LAYERS = 120

/** Pieces small enough to be given up quickly; a coarse layer is one. */
const CELLS_EACH = 40_000
/** A single layer that is wanted at once is shared out over all workers. */
const cellsEach = ({ grid }: Layer, layers: number, workers: number): number =>
  layers >= workers ? CELLS_EACH : Math.max(5000, Math.ceil((grid.columns * grid.rows) / workers))
