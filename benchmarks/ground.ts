import { execFileSync } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import {
  PIECE,
  coarser,
  compiledKernel,
  computeLayer,
  computeRows,
  gridOver,
  layerJob,
  propagationOf,
} from '~/core/radio/coverage'
import type { CompiledKernel, Grid, KernelRadio, LayerJob, RowKernel, Scene } from '~/core/radio/coverage'
import { BAND_MHZ, ceilingAntenna, gainTable, wavelengthM } from '~/core/radio/propagation'
import { seededRandom } from '~/core/lib/random'
import { buildKernel } from '../scripts/kernel.mjs'

/** The coverage kernel: against C, by cells, radios and walls, and on two cores. */
const WIDE_M = 240
const DEEP_M = 160

function yardScene(walls: number, seed = 5): Scene {
  const next = seededRandom(seed)
  const pieces = new Float32Array(walls * PIECE)
  for (let i = 0; i < walls; i++) {
    const [x, y, turn, long] = [next() * WIDE_M, next() * DEEP_M, next() * 6.283, 3 + next() * 6]
    pieces.set(
      [x, y, x + long * Math.cos(turn), y + long * Math.sin(turn), 0, 3 + next() * 3, 1 + next() * 14],
      i * PIECE,
    )
  }
  const none = new Float32Array(0)
  return {
    frequencyMhz: BAND_MHZ['5'],
    walls: pieces,
    edges: none,
    slabs: none,
    slabCorners: none,
    roofs: { corners: none, counts: new Uint16Array(0) },
  }
}

const gain = gainTable(ceilingAntenna(4), 0, 0)

function radios(count: number): KernelRadio[] {
  const next = seededRandom(9)
  return Array.from({ length: count }, () => ({
    xM: next() * WIDE_M,
    yM: next() * DEEP_M,
    zM: 2.7,
    outdoors: true,
    gain,
    propagation: propagationOf('byPlace', '5', BAND_MHZ['5'], 2.7, 1.2),
  }))
}

const yardGrid = (cellM: number): Grid => gridOver([0, 0], [WIDE_M, DEEP_M], cellM, 1.2)
/** Half of the cells under a roof: both ways through the kernel are measured. */
const halfOpen = (grid: Grid): Uint8Array =>
  Uint8Array.from({ length: grid.columns * grid.rows }, (_, i) => i & 1)
const jobOf = (scene: Scene, radio: KernelRadio, grid: Grid): LayerJob =>
  layerJob(scene, radio, grid, halfOpen(grid))

/** The best of several runs: what the machine can do when nothing else is on it. */
function bestMs(work: () => unknown, runs = 9): number {
  let best = Infinity
  for (let i = 0; i < runs; i++) {
    const start = performance.now()
    work()
    best = Math.min(best, performance.now() - start)
  }
  return best
}

/** The C program with the job beside it, ready to run; null where there is no gcc. */
function nativeOf(job: LayerJob, folder: string): (() => { ms: number; sum: number }) | null {
  const binary = join(folder, 'kernel')
  try {
    execFileSync('gcc', ['-O3', '-o', binary, 'benchmarks/native/kernel.c', '-lm'], { stdio: 'pipe' })
  } catch {
    return null
  }
  const { grid, radio, index } = job
  const { clear, breakM } = radio.propagation
  const head = Float64Array.of(
    grid.x0M,
    grid.y0M,
    grid.cellM,
    grid.columns,
    grid.rows,
    grid.zM - radio.zM,
    radio.xM,
    radio.yM,
    clear.atOneM,
    clear.perDecade,
    breakM,
    1,
    2 / wavelengthM(job.scene.frequencyMhz),
    index.seen.length,
  )
  const parts = [head, index.seen, index.starts, radio.gain, job.outdoors]
  const file = join(folder, 'job')
  writeFileSync(file, Buffer.concat(parts.map((p) => Buffer.from(p.buffer, p.byteOffset, p.byteLength))))
  return () => {
    const [ms, sum] = execFileSync(binary, [file]).toString().trim().split(' ').map(Number)
    return { ms: ms ?? NaN, sum: sum ?? NaN }
  }
}

const ROUNDS = 7

/** All of them by turns, so that a slow minute of the machine is a slow minute for each; the middle of the rounds. */
function benchKernels(row: (...cells: string[]) => void, job: LayerJob, compiled: CompiledKernel): void {
  const folder = mkdtempSync(join(tmpdir(), 'yard-beacon-bench-'))
  const native = nativeOf(job, folder)
  const out = new Float32Array(job.grid.columns * job.grid.rows)
  const kernels: [string, RowKernel][] = [
    ['core (TypeScript)', computeRows],
    ['compiled, one cell at a time', compiled.plainRows],
    ['compiled, four at a time', compiled.fourRows],
  ]
  const times = kernels.map((): number[] => [])
  const first = kernels.map(([, rows]) => bestMs(() => rows(job, 0, job.grid.rows, out), 1))
  const inC: number[] = []
  for (let round = 0; round < ROUNDS; round++) {
    kernels.forEach(([, rows], i) => times[i]?.push(bestMs(() => rows(job, 0, job.grid.rows, out))))
    const ran = native?.()
    if (!ran) continue
    inC.push(ran.ms)
    const ours = computeLayer(job).reduce((total, value) => total + value, 0)
    if (Math.abs(ours - ran.sum) > Math.abs(ours) * 1e-5) throw new Error('C and the kernel differ')
  }
  rmSync(folder, { recursive: true })
  row('240 × 160 m, 600 walls', 'ms', '÷ C -O3', 'least to most', 'first call')
  row('C -O3', inC.length > 0 ? middle(inC).toFixed(1) : 'no gcc')
  kernels.forEach(([name], i) => {
    const ratios = inC.map((c, round) => (times[i]?.[round] ?? NaN) / c)
    const spread =
      ratios.length > 0 ? `${Math.min(...ratios).toFixed(2)} to ${Math.max(...ratios).toFixed(2)}` : ''
    row(
      name,
      middle(times[i] ?? []).toFixed(1),
      ratios.length > 0 ? middle(ratios).toFixed(2) : '',
      spread,
      `${(first[i] ?? NaN).toFixed(0)} ms`,
    )
  })
}

const middle = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN

/** Two workers that are up, with half of the layers each, as the browser's pool does it; milliseconds. */
async function onTwoCores(count: number): Promise<number> {
  const workers = [0, count / 2].map(
    (from) =>
      new Worker(new URL('./groundWorker.mjs', import.meta.url), { workerData: { from, count: count / 2 } }),
  )
  await Promise.all(workers.map((worker) => once(worker, 'message')))
  const start = performance.now()
  workers.forEach((worker) => worker.postMessage('go'))
  await Promise.all(workers.map((worker) => once(worker, 'exit')))
  return performance.now() - start
}

/** What a worker of the bench computes: some of the radios, whole layers. */
export async function someLayers(from: number, count: number): Promise<void> {
  const { fourRows } = await compiledKernel(await WebAssembly.compile(readFileSync(buildKernel())))
  const scene = yardScene(600)
  const grid = yardGrid(0.5)
  for (const radio of radios(from + count).slice(from)) computeLayer(jobOf(scene, radio, grid), fourRows)
}

export async function benchGround(row: (...cells: string[]) => void): Promise<void> {
  const ms = (value: number) => `${value.toFixed(1)} ms`
  const [radio] = radios(1)
  if (!radio) return
  const scene = yardScene(600)
  const fine = yardGrid(0.5)
  const compiled = await compiledKernel(await WebAssembly.compile(readFileSync(buildKernel())))
  benchKernels(row, jobOf(scene, radio, fine), compiled)
  const coarse = coarser(fine, 4)
  const dragged = (grid: Grid) => ms(bestMs(() => computeLayer(jobOf(scene, radio, grid), compiled.fourRows)))
  row('A radio is dragged', 'coarse', 'fine')
  row('with its wall index', dragged(coarse), dragged(fine))
  row('By cells', '2 m', '1 m', '0.5 m', '0.25 m')
  row(
    'one layer',
    ...[2, 1, 0.5, 0.25].map((cell) =>
      ms(bestMs(() => computeLayer(jobOf(scene, radio, yardGrid(cell)), compiled.fourRows), 3)),
    ),
  )
  row('By walls', '75', '150', '300', '600', '1200')
  row(
    'one layer',
    ...[75, 150, 300, 600, 1200].map((walls) =>
      ms(bestMs(() => computeLayer(jobOf(yardScene(walls), radio, fine), compiled.fourRows), 3)),
    ),
  )
  row('By radios', '10', '20', '40')
  const many = (count: number) => () =>
    radios(count).map((one) => computeLayer(jobOf(scene, one, fine), compiled.fourRows))
  row('all layers, one core', ...[10, 20, 40].map((count) => ms(bestMs(many(count), 1))))
  row('40 layers, two workers', ms(await onTwoCores(40)))
}
