import { boatyard } from '~/tests/kit/yard'
import { slabLossDb, materialOf, BAND_MHZ, freeSpaceLossDb } from '../propagation'
import { lengthM, within } from '../../plan'
import type { Point, PropagationModel, Wall } from '../../plan'
import { cellAt, cellCount, coarser, gridOver, middleOfCell } from './grid'
import { outdoorCells } from './outdoors'
import { MODELS, propagationOf } from './propagation'
import { cellsWithin } from './areaShare'
import { PIECE, anticlockwise, isOutdoors, sceneOf, slabsOf, wallLossDb, wallPieces } from './scene'
import { eirpLimit, plannedRadios } from './plannedRadios'

const site = boatyard()

describe('grids', () => {
  const grid = gridOver([10, 20], [34, 32], 0.5, 1.2)
  test('whole cells over a device, found again by their middles', () => {
    expect(grid).toMatchObject({ columns: 48, rows: 24, cellM: 0.5 })
    expect(cellCount(grid)).toBe(1152)
    for (const [column, row] of [
      [0, 0],
      [47, 23],
      [13, 7],
    ] as const)
      expect(cellAt(grid, middleOfCell(grid, column, row))).toBe(row * 48 + column)
    expect(cellAt(grid, [9.9, 21])).toBe(-1)
    expect(cellAt(grid, [35, 21])).toBe(-1)
  })
  test('coarser ones cover the same ground; too many cells make them larger', () => {
    expect(coarser(grid, 4)).toMatchObject({ columns: 12, rows: 6, cellM: 2 })
    expect(coarser(gridOver([0, 0], [5, 5], 1, 1), 4)).toMatchObject({ columns: 2, rows: 2 })
    const large = gridOver([0, 0], [5000, 5000], 0.5, 1.2, 400_000)
    expect(cellCount(large)).toBeLessThanOrEqual(410_000)
    expect(gridOver([0, 0], [0, 0], 0.5, 1).columns).toBe(1)
  })
  test('cells in an outline are those whose middle is: row by row as point by point', () => {
    const shape: Point[] = [
      [12, 21],
      [30, 22],
      [26, 30],
      [20, 24],
      [13, 31],
    ]
    const found = new Set(cellsWithin(grid, shape))
    for (let row = 0; row < grid.rows; row++)
      for (let column = 0; column < grid.columns; column++)
        expect(found.has(row * grid.columns + column)).toBe(within(shape, middleOfCell(grid, column, row)))
  })
  test('outdoors is under no roof', () => {
    const yard = gridOver([0, 0], [240, 160], 4, 1.2)
    const open = outdoorCells(sceneOf(site, '5'), yard)
    for (let row = 0; row < yard.rows; row += 3)
      for (let column = 0; column < yard.columns; column++)
        expect(open[row * yard.columns + column]).toBe(
          isOutdoors(site, middleOfCell(yard, column, row)) ? 1 : 0,
        )
  })
})

describe('the scene', () => {
  const wall: Wall = {
    id: 'w',
    levelId: 'yard',
    points: [
      [0, 0],
      [4, 0],
      [4, 3],
    ],
    material: 'brick',
    thicknessMm: 215,
    heightM: 2.5,
    ownLossDb: null,
    openings: [
      { id: 'door', fromM: 3.5, widthM: 1, material: 'wood', thicknessMm: 40 },
      { id: 'hole', fromM: 6, widthM: 0.5, material: 'air', thicknessMm: 0 },
    ],
  }
  const pieces = wallPieces({ ...site, walls: [wall] }, '5')

  test('openings are cut out along the wall and round its corner, and nothing is lost', () => {
    expect(pieces.map(({ material }) => material)).toEqual(['brick', 'wood', 'wood', 'brick', 'air', 'brick'])
    expect(pieces.reduce((sum, { from, to }) => sum + lengthM([from, to]), 0)).toBeCloseTo(7, 9)
    expect(pieces[1]).toMatchObject({ from: [3.5, 0], to: [4, 0] })
    expect(pieces[2]).toMatchObject({ from: [4, 0], to: [4, 0.5], lowM: 0, highM: 2.5 })
    expect(pieces[4]?.lossDb).toBe(0)
  })
  test('a figure of the user’s own takes the place of the computed one, band by band', () => {
    const own = { ...wall, ownLossDb: { '5': 9 } }
    expect(wallLossDb(own, '5')).toBe(9)
    expect(wallLossDb(own, '2.4')).toBe(slabLossDb(materialOf('brick'), 215, BAND_MHZ['2.4']))
  })
  test('floors lie under levels that have one, a roof on the highest or where it is said to be', () => {
    const names = slabsOf(site, '5').map(({ name, heightM }) => [name, heightM])
    expect(names).toContainEqual(['floor of Chandlery, upstairs, Chandlery', 3.2])
    expect(names).toContainEqual(['roof of Chandlery', 6])
    expect(names).toContainEqual(['roof of Steel workshop', 9])
    expect(names.filter(([name]) => String(name).startsWith('floor'))).toHaveLength(1)
  })
  test('outlines go anticlockwise, whichever way they were drawn', () => {
    const square: Point[] = [
      [0, 0],
      [0, 1],
      [1, 1],
      [1, 0],
    ]
    expect(anticlockwise(square)).toEqual([...square].reverse())
    expect(anticlockwise([...square].reverse())).toEqual([...square].reverse())
  })
  test('packed: seven numbers a piece, made once for a plan and a band', () => {
    const scene = sceneOf(site, '2.4')
    expect(scene.walls.length).toBe(wallPieces(site, '2.4').length * PIECE)
    expect(scene.edges.length).toBe(16 * PIECE)
    expect(sceneOf(site, '2.4')).toBe(scene)
    expect(sceneOf({ ...site }, '2.4')).not.toBe(scene)
  })
})

describe('methods', () => {
  test.each(Object.keys(MODELS) as PropagationModel[])(
    '%s says what it is, what it costs and where it is from',
    (model) => {
      for (const words of Object.values(MODELS[model])) expect(words.length).toBeGreaterThan(7)
      const law = propagationOf(model, '5', 5500, 3, 1.2)
      expect(law.clear.atOneM).toBeGreaterThan(35)
      expect(law.clear.atOneM).toBeLessThan(60)
      expect(law.behindWalls.perDecade).toBeGreaterThanOrEqual(law.clear.perDecade)
    },
  )
  test('only the method by place knows the ground and goes over walls; free space knows nothing', () => {
    expect(propagationOf('byPlace', '5', 5500, 3, 1.2)).toMatchObject({ bends: true, countsWalls: true })
    expect(propagationOf('byPlace', '5', 5500, 3, 1.2).breakM).toBeCloseTo(
      (4 * 3 * 1.2 * 5500) / 299.792458,
      6,
    )
    expect(propagationOf('multiWall', '5', 5500, 3, 1.2)).toMatchObject({ bends: false, breakM: Infinity })
    const free = propagationOf('freeSpace', '5', 5500, 3, 1.2)
    expect(free).toMatchObject({ countsWalls: false, slabs: 'none' })
    expect(free.clear.atOneM).toBeCloseTo(freeSpaceLossDb(5500, 1), 9)
    expect(free.clear.perDecade).toBeCloseTo(20, 9)
  })
})

describe('planned radios', () => {
  test('power is what is asked for, what the device can, and what the country lets it', () => {
    const power = (id: string, band: '2.4' | '5') =>
      plannedRadios(site, band).find(({ device }) => device.id === id)!
    // 20 dBm EIRP at 2.4 GHz with an 11 dBi sector: 9 dBm are left.
    expect(power('ap-hard', '2.4')).toMatchObject({ eirpDbm: 20, powerDbm: 9, eirpLimitDbm: 20 })
    // 30 dBm are allowed on channel 100; the device gives 20.
    expect(power('ap-hard', '5')).toMatchObject({ eirpDbm: 30, eirpLimitDbm: 30 })
    expect(eirpLimit('NL', '5', 149)).toBeNull()
    expect(eirpLimit('NL', '5', null)).toBe(23)
    expect(eirpLimit('ZZ', '6', null)).toBeNull()
  })
  test('radios that are off, and devices without a place, are not on the chart', () => {
    const off = {
      ...site,
      devices: site.devices.map((device) =>
        device.id === 'ap-shop'
          ? { ...device, radios: device.radios.map((radio) => ({ ...radio, enabled: false })) }
          : device.id === 'ap-office'
            ? { ...device, position: null }
            : device,
      ),
    }
    expect(plannedRadios(off, '5')).toHaveLength(plannedRadios(site, '5').length - 2)
    expect(plannedRadios(site, '6')).toEqual([])
  })
})
