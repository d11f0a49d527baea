import { MODELS, randomSite } from '~/tests/kit/randomGround'
import type { RadioModel, Site, Wall } from '../../plan'
import { gridOver, middleOfCell } from './grid'
import { computeLayer, computeRows, layerJob } from './kernel'
import { outdoorCells } from './outdoors'
import { kernelRadio, plannedRadios } from './plannedRadios'
import { sigmaDbOf } from './learned'
import { sceneOf, slabsOf, wallName, wallPieces } from './scene'
import { signalPath } from './signalPath'

/** Everything a little off: slopes, each wall, slab and obstacle, and the radio. */
const taughtOf = (site: Site): RadioModel => ({
  learnedAt: '2026-05-04T09:30:00Z',
  model: site.ground.model,
  readings: 80,
  sigmaDb: 2.5,
  slopes: { clear: -0.2, behindWalls: 0.4 },
  losses: [
    ...wallPieces(site, '5').map((piece) => ({ what: 'wall' as const, name: wallName(piece), byDb: 3 })),
    ...slabsOf(site, '5').map(({ name }) => ({ what: 'slab' as const, name, byDb: -2 })),
    ...site.obstacles.map(({ name }) => ({ what: 'obstacle' as const, name, byDb: 0.6 })),
  ].map((one) => ({ ...one, band: '5' as const })),
  offsets: [{ deviceId: 'ap', band: '5', byDb: -4 }],
})

function layerOf(site: Site, cellM = 1.25) {
  const grid = gridOver([0, 0], [40, 30], cellM, site.ground.clientHeightM)
  const scene = sceneOf(site, '5')
  const [radio] = plannedRadios(site, '5')
  const job = layerJob(scene, kernelRadio(site, radio!, grid.zM), grid, outdoorCells(scene, grid))
  return { grid, job, radio: radio!, layer: computeLayer(job) }
}

describe('the kernel', () => {
  test.each(MODELS)('comes to what the plain calculation comes to, method %s', (model) => {
    const off: number[] = []
    for (let seed = 1; seed <= 8; seed++) {
      const site = randomSite(seed, model)
      const { grid, layer, radio } = layerOf(site)
      for (let row = 0; row < grid.rows; row++)
        for (let column = 0; column < grid.columns; column++) {
          const plain = signalPath(site, radio, middleOfCell(grid, column, row), grid.zM)
          off.push(Math.abs(layer[row * grid.columns + column]! - plain.wayDb))
        }
    }
    off.sort((a, b) => a - b)
    // The gain table is read between its points; a ray along a wall's end may fall on either side of it.
    expect(off[Math.floor(off.length * 0.995)]).toBeLessThan(0.35)
    expect(off[Math.floor(off.length / 2)]).toBeLessThan(0.02)
  })

  test.each(MODELS)('the same with what a walk taught, method %s', (model) => {
    const off: number[] = []
    let moved = 0
    for (let seed = 1; seed <= 4; seed++) {
      const site = randomSite(seed, model)
      const taught = { ...site, ground: { ...site.ground, learned: taughtOf(site) } }
      const { grid, layer, radio } = layerOf(taught)
      const before = layerOf(site).layer
      for (let row = 0; row < grid.rows; row++)
        for (let column = 0; column < grid.columns; column++) {
          const cell = row * grid.columns + column
          const plain = signalPath(taught, radio, middleOfCell(grid, column, row), grid.zM)
          off.push(Math.abs(layer[cell]! - plain.wayDb))
          moved = Math.max(moved, Math.abs(layer[cell]! - before[cell]!))
        }
    }
    off.sort((a, b) => a - b)
    expect(off[Math.floor(off.length * 0.995)]).toBeLessThan(0.35)
    expect(off[Math.floor(off.length / 2)]).toBeLessThan(0.02)
    expect(moved).toBeGreaterThan(6)
  })

  test('what was learned with another method is left out', () => {
    const site = randomSite(2, 'multiWall')
    const other = {
      ...site,
      ground: { ...site.ground, learned: { ...taughtOf(site), model: 'byPlace' as const } },
    }
    expect(layerOf(other).layer).toEqual(layerOf(site).layer)
    expect([sigmaDbOf(other.ground), sigmaDbOf({ ...other.ground, model: 'byPlace' })]).toEqual([5, 2.5])
  })

  test('a slice of rows is the same as those rows of the whole', () => {
    const { grid, job, layer } = layerOf(randomSite(3, 'byPlace'))
    const slice = new Float32Array(5 * grid.columns)
    computeRows(job, 11, 16, slice)
    expect(slice).toEqual(layer.subarray(11 * grid.columns, 16 * grid.columns))
  })

  test('an opening lets through, and a wall that ends below the ray does not count', () => {
    const site = randomSite(1, 'multiWall')
    const wall = (part: Partial<Wall>): Site => ({
      ...site,
      obstacles: [],
      buildings: [],
      walls: [
        {
          ...site.walls[0]!,
          levelId: 'low',
          points: [
            [20, 0],
            [20, 30],
          ],
          material: 'metal',
          thicknessMm: 1,
          heightM: null,
          openings: [],
          ...part,
        },
      ],
      devices: site.devices.map((device) => ({
        ...device,
        position: { ...device.position!, levelId: 'low', at: [10, 15], heightM: 2, antennaId: null },
      })),
    })
    const behind = (changed: Site) => {
      const { layer, grid } = layerOf(changed)
      return layer[12 * grid.columns + 24]!
    }
    const shut = behind(wall({}))
    const door = { id: 'd', fromM: 14, widthM: 3, material: 'air', thicknessMm: 0 }
    expect(behind(wall({ openings: [door] })) - shut).toBeCloseTo(60, 1)
    expect(behind(wall({ heightM: 1 })) - shut).toBeCloseTo(60, 1)
    expect(behind(wall({ ownLossDb: { '5': 12 } })) - shut).toBeCloseTo(48, 1)
  })
})
