import { demoYard } from '~/tests/kit/yard'
import { areaShare, cellsWithin } from '../../radio/coverage'
import type { HeardObservation } from './walked'
import { readInAreas, strongestAt } from './walked'

const site = demoYard()
const area = site.areas.find(({ outline }) => outline.length > 2)!
const middle = (): [number, number] => {
  const xs = area.outline.map(([x]) => x)
  const ys = area.outline.map(([, y]) => y)
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2]
}
const heard = (
  rssiDbm: number | null,
  dx = 0,
  part: Partial<HeardObservation['seen']> = {},
): HeardObservation =>
  ({
    id: `o${dx}${rssiDbm}`,
    at: '2026-05-04T09:30:00Z',
    seen: {
      kind: 'heard',
      at: [middle()[0] + dx, middle()[1]],
      levelId: area.levelId,
      deviceId: 'ap-shop',
      band: area.band,
      rssiDbm,
      client: null,
      ...part,
    },
  }) as unknown as HeardObservation

test('one spot below its need is said of its area, whatever the chart has', () => {
  const need = area.leastSignalDbm
  expect(readInAreas(site, [heard(need), heard(need + 6, 0.2)]).get(area.id)).toEqual({
    spots: 2,
    below: 0,
    weakestDbm: need,
  })
  expect(readInAreas(site, [heard(need + 6), heard(need - 1, 0.2)]).get(area.id)).toEqual({
    spots: 2,
    below: 1,
    weakestDbm: need - 1,
  })
  expect(readInAreas(site, [heard(null)]).get(area.id)).toEqual({ spots: 1, below: 1, weakestDbm: null })
})

test('of a spot its strongest radio counts; another band, floor or place says nothing of the area', () => {
  const need = area.leastSignalDbm
  expect(strongestAt([heard(need - 20), heard(need + 3), heard(null)])).toMatchObject([{ dbm: need + 3 }])
  const elsewhere = [
    heard(-90, 0, { band: area.band === '5' ? '2.4' : '5' }),
    heard(-90, 0, { levelId: 'no such floor' }),
    heard(-90, 10_000),
  ]
  expect(readInAreas(site, elsewhere).size).toBe(0)
})

test('an area without any radio has no median and no weakest level', () => {
  const grid = { x0M: 0, y0M: 0, zM: 1, cellM: 1, columns: 20, rows: 20 }
  const square = {
    ...area,
    outline: [
      [1, 1],
      [9, 1],
      [9, 9],
      [1, 9],
    ] as [number, number][],
  }
  expect(cellsWithin(grid, square.outline).length).toBeGreaterThan(20)
  const nobody = {
    best: new Int16Array(400).fill(-1),
    signal: new Float32Array(400).fill(-200),
  }
  const share = areaShare(
    square,
    grid,
    [],
    nobody as unknown as Parameters<typeof areaShare>[3],
    new Float32Array(400),
    site.ground,
  )
  expect([share.medianDbm, share.weakest, share.onAverage]).toEqual([null, null, 0])
})
