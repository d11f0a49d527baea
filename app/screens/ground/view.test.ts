import type { Point } from '~/core/plan'
import { linePath, ringPath } from './paths'
import { toGround, toScreen, viewOf } from './useView'

const size = { width: 800, height: 500 }
const view = viewOf({ min: [0, 0], max: [240, 160] }, size)

test('the whole ground fits, north up', () => {
  const [left, bottom] = toScreen(view, size, [0, 0])
  const [right, top] = toScreen(view, size, [240, 160])
  expect(left).toBeGreaterThanOrEqual(0)
  expect(right).toBeLessThanOrEqual(800)
  expect(top).toBeGreaterThanOrEqual(0)
  expect(bottom).toBeLessThanOrEqual(500)
  expect(top).toBeLessThan(bottom)
})

test('there and back', () => {
  for (const point of [
    [0, 0],
    [12.5, 99],
    [-4, 161],
  ] as Point[]) {
    const [x, y] = toGround(view, size, toScreen(view, size, point))
    expect(x).toBeCloseTo(point[0], 9)
    expect(y).toBeCloseTo(point[1], 9)
  }
})

test('an empty ground has a view to begin with', () => {
  expect(viewOf(null, size).pxPerM).toBeGreaterThan(1)
})

test('paths', () => {
  const square: Point[] = [
    [120, 80],
    [121, 80],
  ]
  expect(linePath(view, size, square)).toMatch(/^M400\.0 250\.0L\d+\.\d 250\.0$/)
  expect(ringPath(view, size, square)).toMatch(/Z$/)
  expect(ringPath(view, size, [])).toBe('')
})
