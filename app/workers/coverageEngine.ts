import { transfer } from 'comlink'
import type { Scene } from '~/core/radio/coverage'
import { handsHere } from './hands'
import type { Hand, Hands } from './hands'
import { LayerQueue, slices } from './layerQueue'
import type { Bench } from './layerQueue'
import type { LayersService } from './layersService'
import type { LayerTask, Plot, PlotOrder } from './messages'
import type { PlotterService } from './plotterService'
import { reasonOf } from './thread'

type Layer = Omit<LayerTask, 'fromRow' | 'toRow'>

/** What the chart asks for: these layers, put together in that order. */
export interface ChartRequest {
  scene: Scene
  sceneKey: string
  layers: Layer[]
  order: Omit<PlotOrder, 'layerKeys'>
}

export interface EngineEvents {
  onPlot: (plot: Plot) => void
  onProgress: (done: number, asked: number) => void
  onFault: (reason: string) => void
}

/** So many hands that broke down are taken on anew; then the chart is given up. */
const MOST_DEATHS = 3

/** The pool of hands that make layers and the one that plots. A new request gives up the old one. */
export class CoverageEngine {
  private readonly layerHands = new Set<Hand<LayersService>>()
  private plotter: Hand<PlotterService>
  private readonly queue: LayerQueue
  /** Rows still missing of each layer that was begun; 0 when it is whole. */
  private readonly missing = new Map<string, number>()
  private request: ChartRequest | null = null
  private serial = 0
  private deaths = 0
  private isStopped = false

  constructor(
    private readonly events: EngineEvents,
    private readonly hands: Hands = handsHere(),
  ) {
    this.queue = new LayerQueue([], (task, rows) => this.take(task, rows), events.onProgress)
    this.plotter = hands.plotter((reason) => this.plotterDied(reason))
    for (let i = 0; i < hands.atOnce; i++) this.takeOn()
  }

  ask(request: ChartRequest): void {
    if (this.isStopped) return
    this.queue.giveUp()
    this.forgetUnfinished()
    this.request = request
    const wanted = request.layers.filter(({ layerKey }) => !this.missing.has(layerKey))
    for (const { layerKey, grid } of wanted) this.missing.set(layerKey, grid.rows)
    this.forgetSome()
    if (wanted.length === 0) this.plot()
    else
      this.queue.add(
        wanted.flatMap((layer) => slices(layer, cellsEach(layer, wanted.length, this.hands.atOnce))),
      )
  }

  /** Leaves the chart as it is. */
  giveUp(): void {
    this.queue.giveUp()
    this.forgetUnfinished()
    this.request = null
  }

  stop(): void {
    this.isStopped = true
    this.queue.giveUp()
    for (const hand of [...this.layerHands, this.plotter]) hand.end()
  }

  private forgetUnfinished(): void {
    for (const [key, rows] of this.missing) if (rows > 0) this.missing.delete(key)
  }

  /** One more hand for layers. It is told of the ground before its first rows on it. */
  private takeOn(): void {
    let ground = ''
    const bench: Bench = {
      start: (serial, task) => {
        if (task.sceneKey !== ground && this.request) {
          ground = task.sceneKey
          void hand.service.scene(ground, this.request.scene).catch(() => undefined)
        }
        hand.service.rows(task).then(
          (rows) => this.queue.finished(serial, rows),
          (error: unknown) => {
            if (this.queue.isWanted(serial)) this.fault(reasonOf(error))
            this.queue.finished(serial, new Float32Array(0))
          },
        )
      },
    }
    const hand = this.hands.layers((reason) => {
      this.layerHands.delete(hand)
      this.deaths++
      const isLast = this.layerHands.size === 0
      if (isLast && this.deaths > MOST_DEATHS) this.fault(reason)
      this.queue.lose(bench)
      if (this.deaths <= MOST_DEATHS && !this.isStopped) this.takeOn()
    })
    this.layerHands.add(hand)
    this.queue.join(bench)
  }

  /** With it all finished layers are gone: a new one begins from nothing. */
  private plotterDied(reason: string): void {
    if (this.isStopped) return
    if (++this.deaths > MOST_DEATHS) return this.fault(reason)
    this.missing.clear()
    this.plotter = this.hands.plotter((again) => this.plotterDied(again))
    if (this.request) this.ask(this.request)
  }

  private fault(reason: string): void {
    this.giveUp()
    this.events.onFault(reason)
  }

  private take({ layerKey, grid, fromRow, toRow }: LayerTask, rows: Float32Array): void {
    this.missing.set(layerKey, (this.missing.get(layerKey) ?? grid.rows) - (toRow - fromRow))
    void this.plotter.service
      .rows(layerKey, grid.columns * grid.rows, fromRow * grid.columns, transfer(rows, [rows.buffer]))
      .catch(() => undefined)
    if (this.request?.layers.every((layer) => this.missing.get(layer.layerKey) === 0)) this.plot()
  }

  private plot(): void {
    if (!this.request) return
    const serial = ++this.serial
    const layerKeys = this.request.layers.map(({ layerKey }) => layerKey)
    this.plotter.service.plot({ ...this.request.order, layerKeys }).then(
      (plot) => {
        if (plot && serial === this.serial && !this.isStopped) this.events.onPlot(plot)
      },
      (error: unknown) => {
        if (serial === this.serial && !this.isStopped) this.fault(reasonOf(error))
      },
    )
  }

  /** Old layers go when there are many: a dragged access point leaves one behind at every step. */
  private forgetSome(): void {
    const wanted = new Set(this.request?.layers.map(({ layerKey }) => layerKey))
    if (this.missing.size <= MOST_LAYERS + wanted.size) return
    for (const key of this.missing.keys()) if (!wanted.has(key)) this.missing.delete(key)
    void this.plotter.service.keep([...wanted]).catch(() => undefined)
  }
}

const MOST_LAYERS = 120

/** Pieces small enough to be given up quickly; a coarse layer is one. */
const CELLS_EACH = 40_000
/** A single layer that is wanted at once is shared out over all workers. */
const cellsEach = ({ grid }: Layer, layers: number, workers: number): number =>
  layers >= workers ? CELLS_EACH : Math.max(5000, Math.ceil((grid.columns * grid.rows) / workers))
