import { seededRandom } from '~/core/lib/random'
import type { Point } from '../../plan'
import { cellCount, coarser, snappedGrid } from './grid'

const MOST = 400_000
const next = seededRandom(17)
const between = (from: number, to: number) => from + next() * (to - from)

test('it covers the box, with whole coarse cells, and not more than was allowed', () => {
  for (let i = 0; i < 400; i++) {
    const min: Point = [between(-300, 300), between(-300, 300)]
    const max: Point = [min[0] + between(0, 900), min[1] + between(0, 900)]
    const grid = snappedGrid(min, max, 1, MOST)
    const [right, top] = [grid.x0M + grid.columns * grid.cellM, grid.y0M + grid.rows * grid.cellM]
    expect(grid.x0M <= min[0] && grid.y0M <= min[1] && right >= max[0] && top >= max[1]).toBe(true)
    expect(cellCount(grid)).toBeLessThanOrEqual(MOST)
    const coarse = coarser(grid, 4)
    expect([coarse.columns * 4, coarse.rows * 4]).toEqual([grid.columns, grid.rows])
  }
})

test('the outermost device may be dragged without another grid, and crossing a line keeps the cells where they are', () => {
  const grids = Array.from({ length: 200 }, (_, i) => snappedGrid([-4, -4], [60 + i * 0.1, 40], 1.2, MOST))
  const kinds = new Set(grids.map((grid) => JSON.stringify(grid)))
  expect(kinds.size).toBeLessThanOrEqual(3)
  for (const { x0M, y0M, cellM } of grids) expect([x0M, y0M, cellM]).toEqual([-16, -16, 0.5])
})

test.each<[string, Point, Point, number]>([
  ['a spot', [10, 10], [10, 10], 0.5],
  ['a boatyard', [0, 0], [240, 160], 0.5],
  ['a harbour of two kilometres', [0, 0], [2000, 1500], 3],
  ['a country', [0, 0], [900_000, 900_000], 1536],
])('%s has cells of a length that a person would choose', (_, min, max, cellM) => {
  expect(snappedGrid(min, max, 1, MOST).cellM).toBe(cellM)
})
