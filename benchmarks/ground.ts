import { execFileSync } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { PIECE, coarser, computeLayer, gridOver, layerJob, propagationOf } from '~/core/radio/coverage'
import type { Grid, KernelRadio, LayerJob, Scene } from '~/core/radio/coverage'
import { BAND_MHZ, ceilingAntenna, gainTable, wavelengthM } from '~/core/radio/propagation'
import { seededRandom } from '~/core/lib/random'

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

function native(job: LayerJob, folder: string): number | null {
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
  const [ms, sum] = execFileSync(binary, [file]).toString().trim().split(' ').map(Number)
  const ours = computeLayer(job).reduce((total, value) => total + value, 0)
  if (Math.abs(ours - (sum ?? 0)) > Math.abs(ours) * 1e-5) throw new Error('C and the kernel differ')
  return ms ?? null
}

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
export function someLayers(from: number, count: number): void {
  const scene = yardScene(600)
  const grid = yardGrid(0.5)
  for (const radio of radios(from + count).slice(from)) computeLayer(jobOf(scene, radio, grid))
}

export async function benchGround(row: (...cells: string[]) => void): Promise<void> {
  const ms = (value: number) => `${value.toFixed(1)} ms`
  const folder = mkdtempSync(join(tmpdir(), 'yard-beacon-bench-'))
  const [radio] = radios(1)
  if (!radio) return
  const scene = yardScene(600)
  const fine = yardGrid(0.5)
  row('Coverage, one layer', 'cells', 'kernel', 'C -O3', 'ratio')
  const job = jobOf(scene, radio, fine)
  const ours = bestMs(() => computeLayer(job))
  const c = native(job, folder)
  row(
    '240 × 160 m, 600 walls',
    String(fine.columns * fine.rows),
    ms(ours),
    c === null ? 'no gcc' : ms(c),
    c === null ? '' : (ours / c).toFixed(2),
  )
  rmSync(folder, { recursive: true })
  row('A radio is dragged', 'coarse', 'fine', '', '')
  const coarse = coarser(fine, 4)
  row(
    'with its wall index',
    ms(bestMs(() => computeLayer(jobOf(scene, radio, coarse)))),
    ms(bestMs(() => computeLayer(jobOf(scene, radio, fine)))),
  )
  row('By cells', '2 m', '1 m', '0.5 m', '0.25 m')
  row(
    'one layer',
    ...[2, 1, 0.5, 0.25].map((cell) =>
      ms(bestMs(() => computeLayer(jobOf(scene, radio, yardGrid(cell))), 3)),
    ),
  )
  row('By walls', '75', '150', '300', '600', '1200')
  row(
    'one layer',
    ...[75, 150, 300, 600, 1200].map((walls) =>
      ms(bestMs(() => computeLayer(jobOf(yardScene(walls), radio, fine)), 3)),
    ),
  )
  row('By radios', '10', '20', '40')
  const many = (count: number) => () => radios(count).map((one) => computeLayer(jobOf(scene, one, fine)))
  row('all layers, one core', ...[10, 20, 40].map((count) => ms(bestMs(many(count), 1))))
  row('40 layers, two workers', ms(await onTwoCores(40)))
}
