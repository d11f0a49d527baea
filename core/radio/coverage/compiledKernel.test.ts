import { execFileSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { MODELS, randomSite } from '~/tests/kit/randomGround'
import { seededRandom } from '~/core/lib/random'
import { BAND_MHZ, ceilingAntenna, gainTable } from '../propagation'
import type { Site } from '../../plan'
import { compiledKernel } from './compiledKernel'
import type { CompiledKernel } from './compiledKernel'
import { gridOver } from './grid'
import type { Grid } from './grid'
import { computeRows, layerJob } from './kernel'
import type { LayerJob, RowKernel } from './kernel'
import type { KernelRadio } from './kernelRadio'
import { outdoorCells } from './outdoors'
import { kernelRadio, plannedRadios } from './plannedRadios'
import { propagationOf } from './propagation'
import { PIECE, sceneOf } from './scene'
import type { Scene } from './scene'

let compiled: WebAssembly.Module
let kernel: CompiledKernel
beforeAll(async () => {
  execFileSync(process.execPath, ['scripts/kernel.mjs'])
  compiled = await WebAssembly.compile(readFileSync('kernel/built/coverage.wasm'))
  kernel = await compiledKernel(compiled)
})

const rowsOf = (rows: RowKernel, job: LayerJob, from = 0, to = job.grid.rows): Float32Array => {
  const out = new Float32Array((to - from) * job.grid.columns)
  rows(job, from, to, out)
  return out
}
const jobOf = (site: Site, grid: Grid): LayerJob => {
  const scene = sceneOf(site, '5')
  const radio = kernelRadio(site, plannedRadios(site, '5')[0]!, grid.zM)
  return layerJob(scene, radio, grid, outdoorCells(scene, grid))
}
const furthestApart = (a: Float32Array, b: Float32Array): number =>
  a.reduce((most, value, i) => Math.max(most, Math.abs(value - b[i]!)), 0)

/** Walls on the lines of the grid, through the middles of cells and through the radio's own line: rays meet corners. */
function alignedJob(seed: number, zM: number): LayerJob {
  const next = seededRandom(seed)
  const half = (most: number) => Math.round(next() * most * 2) / 2
  const scene = (walls: number, edges: number): Scene => {
    const pieces = (count: number, boxes: boolean) => {
      const list: number[] = []
      for (let i = 0; i < count; i++) {
        const [x, y, w, h] = [half(40), half(30), half(6) + 0.5, half(6) + 0.5]
        const high = Math.round(next() * 8) / 2
        const loss = boxes ? next() : Math.round(next() * 20)
        const corners = [
          [x, y],
          [x + w, y],
          [x + w, y + h],
          [x, y + h],
        ] as const
        corners.forEach(([ax, ay], k) => {
          const [bx, by] = corners[(k + 1) % 4]!
          list.push(ax, ay, bx, by, 0, high, loss)
        })
      }
      return Float32Array.from(list)
    }
    const none = new Float32Array(0)
    expect(PIECE).toBe(7)
    return {
      frequencyMhz: BAND_MHZ['5'],
      walls: pieces(walls, false),
      edges: pieces(edges, true),
      slabs: none,
      slabCorners: none,
      roofs: { corners: none, counts: new Uint16Array(0) },
    }
  }
  const radio: KernelRadio = {
    xM: half(40),
    yM: half(30),
    zM: 2,
    outdoors: next() < 0.7,
    gain: gainTable(ceilingAntenna(4), 0, 0),
    propagation: propagationOf('byPlace', '5', BAND_MHZ['5'], 2, zM),
  }
  const grid = gridOver([0, 0], [40, 30], [0.5, 1, 1.25][seed % 3]!, zM)
  const open = Uint8Array.from({ length: grid.rows * grid.columns }, () => (next() < 0.6 ? 1 : 0))
  return layerJob(scene(14, 4), radio, grid, open)
}

describe('the compiled kernel', () => {
  test.each(MODELS)(
    'cell by cell it is the core’s to the last float, in fours within 0.05 dB: %s',
    (model) => {
      for (let seed = 1; seed <= 6; seed++) {
        const site = randomSite(seed, model)
        const job = jobOf(site, gridOver([0, 0], [40, 30], 0.75, site.ground.clientHeightM + (seed % 3)))
        const plain = rowsOf(computeRows, job)
        expect(rowsOf(kernel.plainRows, job)).toEqual(plain)
        expect(furthestApart(rowsOf(kernel.fourRows, job), plain)).toBeLessThan(0.05)
      }
    },
  )

  test.each([1.2, 2, 3.5, 0])('rays through corners and along walls, client at %s m', (zM) => {
    for (let seed = 1; seed <= 12; seed++) {
      const job = alignedJob(seed, zM)
      const plain = rowsOf(computeRows, job)
      expect(rowsOf(kernel.plainRows, job)).toEqual(plain)
      expect(furthestApart(rowsOf(kernel.fourRows, job), plain)).toBeLessThan(0.05)
    }
  })

  test('far from the yard’s zero, and over two kilometres', () => {
    const site = randomSite(7, 'byPlace')
    const far: Site = {
      ...site,
      devices: site.devices.map((device) => ({
        ...device,
        position: { ...device.position!, at: [1900, 1200] },
      })),
    }
    const job = jobOf(far, gridOver([-50, -50], [2000, 1300], 9, 1.2))
    expect(furthestApart(rowsOf(kernel.fourRows, job), rowsOf(computeRows, job))).toBeLessThan(0.05)
  })

  test('bands of rows are the whole, whatever their order and whatever was worked on between', () => {
    const grid = gridOver([0, 0], [40, 30], 0.75, 1.2)
    const [one, other] = [jobOf(randomSite(3, 'byPlace'), grid), jobOf(randomSite(4, 'multiWall'), grid)]
    const whole = rowsOf(kernel.fourRows, one)
    for (const [from, to] of [
      [20, 40],
      [0, 3],
      [39, 40],
      [3, 20],
    ] as const) {
      rowsOf(kernel.fourRows, other, from, to)
      expect(rowsOf(kernel.fourRows, one, from, to)).toEqual(
        whole.subarray(from * grid.columns, to * grid.columns),
      )
    }
  })

  test('a layer that does not fit into its memory is worked out by the core’s own kernel', async () => {
    const small = await compiledKernel(compiled)
    const job = jobOf(randomSite(3, 'byPlace'), gridOver([0, 0], [40, 30], 0.15, 1.2))
    const grow = jest.spyOn(WebAssembly.Memory.prototype, 'grow').mockImplementation(() => {
      throw new RangeError('no more memory')
    })
    const rows = rowsOf(small.fourRows, job)
    grow.mockRestore()
    expect(rows).toEqual(rowsOf(computeRows, job))
    expect(rowsOf(small.fourRows, job)).not.toEqual(rows)
  })

  test('its logarithm is that of the reference', async () => {
    const { exports } = await WebAssembly.instantiate(compiled, { env: { abort: () => undefined } })
    const { memory, logsOf, roomFrom } = exports as unknown as {
      memory: WebAssembly.Memory
      logsOf: (from: number, to: number) => void
      roomFrom: () => number
    }
    const from = (roomFrom() + 15) & ~15
    const next = seededRandom(11)
    for (let i = 0; i < 4000; i++) {
      const four = new Float32Array(memory.buffer, from, 8)
      for (let k = 0; k < 4; k++) four[k] = 10 ** (next() * 12 - 6)
      logsOf(from, from + 16)
      for (let k = 0; k < 4; k++) {
        const exact = Math.log10(four[k]!)
        expect(Math.abs(four[4 + k]! - exact)).toBeLessThan(2e-7 * Math.max(1, Math.abs(exact)))
      }
    }
  })
})
