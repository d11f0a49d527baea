import { boatyard } from '~/tests/kit/yard'
import { applyEdits } from '..'
import type { Point } from '..'
import { lengthText, readLength } from './lengths'
import { NO_LINE, drawLine, isLengthCharacter } from './line'
import type { LineEvent } from './line'
import { copied, cornerMoved, cornersOf, drawnProblem, removed, shifted } from './pieces'
import { along, snap, squared } from './snap'

describe('typed lengths', () => {
  test.each([
    ['12.4', 'm', 12.4],
    ['12,4 m', 'm', 12.4],
    ['840 cm', 'm', 8.4],
    ['40', 'ft', 12.192],
    ['40 ft', 'm', 12.192],
    [`12' 6"`, 'm', 3.81],
    ['250mm', 'ft', 0.25],
  ] as const)('%s in %s', (text, unit, metres) => {
    expect(readLength(text, unit)).toEqual({ ok: true, value: expect.closeTo(metres, 6) })
  })

  test.each(['', '0', '-3', 'twelve', '3 4', '1e3'])('“%s” is refused with what is accepted', (text) => {
    const read = readLength(text, 'm')
    expect(read.ok ? '' : read.problems[0]?.message).toContain(`“${text}” is no length`)
  })

  test('are shown in the unit that is set', () => {
    expect(lengthText(12.4, 'm')).toBe('12.4 m')
    expect(lengthText(3.048, 'ft')).toBe('10.0 ft')
    expect([...`12' 6"`, '.', ','].filter((key) => key !== ' ').every(isLengthCharacter)).toBe(true)
    expect(isLengthCharacter('w')).toBe(false)
  })
})

describe('snapping', () => {
  const to = {
    corners: [[10, 10]] as Point[],
    edges: [
      [
        [0, 0],
        [10, 0],
      ],
    ] as [Point, Point][],
    gridM: 0.5,
  }
  test('a corner before an edge before the grid', () => {
    expect(snap([10.2, 9.9], 0.5, to)).toEqual({ at: [10, 10], by: 'corner' })
    expect(snap([4, 0.3], 0.5, to)).toEqual({ at: [4, 0], by: 'edge' })
    expect(snap([4.1, 3.3], 0.5, to)).toEqual({ at: [4, 3.5], by: 'grid' })
    expect(snap([4.1, 3.3], 0.5, { ...to, gridM: 0 })).toEqual({ at: [4.1, 3.3], by: 'none' })
  })
  test('orthogonal, and a length along a direction', () => {
    const [x, y] = squared([0, 0], [5, 0.4])
    expect([x, y]).toEqual([expect.closeTo(5, 6), expect.closeTo(0, 6)])
    expect(along([0, 0], [3, 4], 10)).toEqual([expect.closeTo(6, 6), expect.closeTo(8, 6)])
    expect(along([1, 1], [1, 1], 2)).toEqual([3, 1])
  })
})

describe('drawing a line', () => {
  const run = (...events: LineEvent[]) => events.reduce(drawLine, NO_LINE)
  const click = (x: number, y: number): LineEvent => ({ kind: 'click', at: [x, y], square: false })
  const type = (text: string): LineEvent[] => [...text].map((character) => ({ kind: 'type', character }))

  test('12.4 enter sets the next point that far towards the pointer', () => {
    const line = run(click(0, 0), { kind: 'move', to: [5, 0.2], square: true }, ...type('12.4'), {
      kind: 'enter',
      unit: 'm',
    })
    expect(line.points[1]).toEqual([expect.closeTo(12.4, 6), expect.closeTo(0, 6)])
    expect(line.typed).toBe('')
  })
  test('what is no length stays to be mended', () => {
    const line = run(click(0, 0), ...type('1.2.3'), { kind: 'enter', unit: 'm' })
    expect(line).toMatchObject({ typed: '1.2.3', problem: expect.stringContaining('is no length') })
    expect(line.points).toHaveLength(1)
    expect(drawLine(line, { kind: 'erase' }).typed).toBe('1.2.')
  })
  test('the same spot twice is said, erasing takes points back, giving up leaves nothing', () => {
    expect(run(click(1, 1), click(1, 1)).problem).toContain('same spot')
    expect(run(click(1, 1), click(2, 1), { kind: 'erase' }).points).toEqual([[1, 1]])
    expect(run(click(1, 1), { kind: 'give up' })).toEqual(NO_LINE)
    expect(run(...type('5')).typed).toBe('')
  })
})

describe('pieces', () => {
  const site = boatyard()
  const wall = { collection: 'walls', id: 'w-fence' } as const
  const placed = { collection: 'devices', id: 'ap-shop' } as const

  test('move together, and there and back is where they were', () => {
    const there = applyEdits(site, shifted(site, [wall, placed], [1.1, -2.2]))
    expect(cornersOf(there, wall)[0]).toEqual([21.1, 57.8])
    expect(cornersOf(there, placed)[0]).toEqual([59.1, 97.8])
    const back = applyEdits(there, shifted(there, [wall, placed], [-1.1, 2.2]))
    expect(cornersOf(back, wall)).toEqual(cornersOf(site, wall))
  })
  test('a locked access point does not move', () => {
    const device = site.devices.find(({ id }) => id === 'ap-shop')!
    const locked = applyEdits(site, [
      {
        op: 'put',
        collection: 'devices',
        record: { ...device, position: { ...device.position!, locked: true } },
      },
    ])
    expect(shifted(locked, [placed], [1, 1])).toEqual([])
    expect(cornerMoved(locked, placed, 0, [0, 0])).toEqual([])
  })
  test('one corner, a route across levels, a copy, and off the ground', () => {
    expect(cornersOf(applyEdits(site, cornerMoved(site, wall, 1, [20, 150])), wall)[1]).toEqual([20, 150])
    const route = { collection: 'cableRoutes', id: 'c-office' } as const
    expect(cornersOf(applyEdits(site, shifted(site, [route], [1, 0])), route)[0]).toEqual([61, 94.6])
    const copy = copied(site, [wall, placed], [2, 2], () => 'w-copy')
    expect(copy.refs).toEqual([{ collection: 'walls', id: 'w-copy' }])
    expect(cornersOf(applyEdits(site, copy.edits), copy.refs[0]!)[0]).toEqual([22, 62])
    const area = { collection: 'areas', id: 'a-shop' } as const
    const bare = applyEdits(site, removed(site, [wall, placed, area]))
    expect(bare.walls.some(({ id }) => id === 'w-fence')).toBe(false)
    expect(bare.devices.find(({ id }) => id === 'ap-shop')?.position).toBeNull()
    expect(bare.areas.find(({ id }) => id === 'a-shop')?.outline).toEqual([])
  })
  test('a line without length and an outline that crosses itself are answered', () => {
    expect(
      drawnProblem(
        [
          [1, 1],
          [1, 1],
        ],
        false,
      ),
    ).toContain('no length')
    expect(
      drawnProblem(
        [
          [0, 0],
          [1, 1],
        ],
        true,
      ),
    ).toContain('three corners')
    expect(
      drawnProblem(
        [
          [0, 0],
          [2, 2],
          [2, 0],
          [0, 2],
        ],
        true,
      ),
    ).toContain('crosses itself')
    expect(
      drawnProblem(
        [
          [0, 0],
          [2, 0],
          [2, 2],
        ],
        true,
      ),
    ).toBeNull()
  })
})
