import type { LayerTask } from './messages'

/** A place where tasks are done one at a time. */
export interface Bench {
  start: (serial: number, task: LayerTask) => void
}

/**
 * Hands out tasks to workers, one at a time to each, in the order they came. Giving up forgets what has not begun; what
 * is under way comes back and is dropped.
 */
export class LayerQueue {
  private waiting: LayerTask[] = []
  private readonly underWay = new Map<number, { worker: number; task: LayerTask; wanted: boolean }>()
  /** The layer that each worker was on last: it has what it needs for more of it. */
  private readonly last = new Map<number, string>()
  private serial = 0
  private asked = 0
  private done = 0

  private readonly workers: Bench[]
  private readonly gone = new Set<number>()

  constructor(
    workers: readonly Bench[],
    private readonly onRows: (task: LayerTask, rows: Float32Array) => void,
    private readonly onProgress: (done: number, asked: number) => void = () => undefined,
  ) {
    this.workers = [...workers]
  }

  /** One more worker. */
  join(bench: Bench): void {
    this.workers.push(bench)
    this.feed()
  }

  /** Nothing more goes to that worker; what it was on is asked of another. */
  lose(bench: Bench): void {
    const worker = this.workers.indexOf(bench)
    this.gone.add(worker)
    for (const [serial, job] of this.underWay) {
      if (job.worker !== worker) continue
      this.underWay.delete(serial)
      if (job.wanted) this.waiting.unshift(job.task)
    }
    this.feed()
  }

  /** Whether what was begun under that number is still waited for. */
  isWanted(serial: number): boolean {
    return this.underWay.get(serial)?.wanted ?? false
  }

  add(tasks: readonly LayerTask[]): void {
    this.waiting.push(...tasks)
    this.asked += tasks.length
    this.feed()
  }

  /** Forgets all that was asked for. */
  giveUp(): void {
    this.waiting = []
    for (const job of this.underWay.values()) job.wanted = false
    this.asked = 0
    this.done = 0
  }

  finished(serial: number, rows: Float32Array): void {
    const job = this.underWay.get(serial)
    this.underWay.delete(serial)
    if (job?.wanted) {
      this.done++
      this.onRows(job.task, rows)
      this.onProgress(this.done, this.asked)
      if (this.isIdle()) this.asked = this.done = 0
    }
    this.feed()
  }

  isIdle(): boolean {
    return this.waiting.length === 0 && [...this.underWay.values()].every(({ wanted }) => !wanted)
  }

  /** More of the worker's own layer, else of one that nobody is on, else whatever waits. */
  private next(worker: number): LayerTask | undefined {
    const own = this.last.get(worker)
    const taken = new Set([...this.underWay.values()].map(({ task }) => task.layerKey))
    const mine = this.waiting.findIndex(({ layerKey }) => layerKey === own)
    const fresh = this.waiting.findIndex(({ layerKey }) => !taken.has(layerKey))
    return this.waiting.splice(mine >= 0 ? mine : Math.max(0, fresh), 1)[0]
  }

  private feed(): void {
    const busy = new Set([...this.gone, ...[...this.underWay.values()].map(({ worker }) => worker)])
    this.workers.forEach((bench, worker) => {
      if (busy.has(worker)) return
      const task = this.next(worker)
      if (!task) return
      this.last.set(worker, task.layerKey)
      this.serial++
      this.underWay.set(this.serial, { worker, task, wanted: true })
      busy.add(worker)
      bench.start(this.serial, task)
    })
  }
}

/** A layer as tasks of about that many cells. */
export function slices(task: Omit<LayerTask, 'fromRow' | 'toRow'>, cellsEach: number): LayerTask[] {
  const rowsEach = Math.max(1, Math.floor(cellsEach / task.grid.columns))
  const count = Math.ceil(task.grid.rows / rowsEach)
  return Array.from({ length: count }, (_, i) => ({
    ...task,
    fromRow: i * rowsEach,
    toRow: Math.min(task.grid.rows, (i + 1) * rowsEach),
  }))
}
