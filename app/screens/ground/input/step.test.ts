import { boatyard } from '~/tests/kit/yard'
import { applyEdits } from '~/core/plan'
import type { Point, Site } from '~/core/plan'
import { toScreen } from '../useView'
import { AT_REST } from './state'
import type { InputEffect, InputEvent, InputState, Seen, Target } from './state'
import { step } from './step'

const plan = boatyard()
const level = plan.levels[0]!
const device = plan.devices.find(({ position }) => position?.levelId === level.id && !position.locked)!
const at = device.position!.at
const NOTHING: Target = { piece: null, corner: null }
const ON_DEVICE: Target = { piece: { collection: 'devices', id: device.id }, corner: null }

const seenOf = (part: Partial<Seen> = {}): Seen => ({
  site: plan,
  shown: plan,
  level,
  size: { width: 800, height: 500 },
  view: { middle: at, pxPerM: 10 },
  tool: 'choose',
  snapping: true,
  refs: [],
  placing: null,
  outlining: null,
  newId: () => 'new-one',
  ...part,
})
const spot = (point: Point, seen = seenOf()): Point => toScreen(seen.view, seen.size, point)

const down = (
  where: Point,
  on = NOTHING,
  more: { button?: number; shift?: boolean; pointer?: number } = {},
) => ({ kind: 'down', button: 0, pointer: 1, shift: false, at: where, on, ...more }) as const
const up = (where: Point, on = NOTHING, more: { shift?: boolean; pointer?: number } = {}) =>
  ({ kind: 'up', button: 0, pointer: 1, shift: false, at: where, on, ...more }) as const
const move = (where: Point, more: { shift?: boolean; pointer?: number } = {}) =>
  ({ kind: 'move', pointer: 1, shift: false, at: where, ...more }) as const
const key = (name: string, more: { shift?: boolean; ctrl?: boolean; alt?: boolean } = {}) =>
  ({ kind: 'key', key: name, shift: false, ctrl: false, alt: false, ...more }) as const

/** A row of events, one after the other; what was chosen and which tool is at hand are followed. */
function play(events: readonly InputEvent[], first = seenOf(), from: InputState = AT_REST) {
  let state = from
  let seen = first
  const all: InputEffect[] = []
  for (const event of events) {
    const next = step(state, event, seen)
    state = next.state
    for (const effect of next.effects) {
      all.push(effect)
      if (effect.kind === 'tool') seen = { ...seen, tool: effect.tool }
      if (effect.kind === 'choose') seen = { ...seen, refs: effect.refs }
    }
  }
  const of = <K extends InputEffect['kind']>(kind: K) =>
    all.filter((effect): effect is Extract<InputEffect, { kind: K }> => effect.kind === kind)
  return { state, seen, all, of }
}
const edited = (edits: { edits: Parameters<typeof applyEdits>[1] }, site: Site = plan) =>
  applyEdits(site, edits.edits)

describe('dragging', () => {
  const to = spot([at[0] + 3.04, at[1] - 2.02])

  test('a device goes with the pointer, on tenths of a metre, and its end is one edit', () => {
    const { of, state } = play([down(spot(at), ON_DEVICE), move(spot([at[0] + 1, at[1]])), move(to), up(to)])
    expect(of('try').at(-1)!.edits).toEqual(of('edit')[0]!.edits)
    expect(of('edit').map(({ label }) => label)).toEqual([`Move ${device.name}`])
    const moved = edited(of('edit')[0]!).devices.find(({ id }) => id === device.id)!.position!.at
    moved.forEach((value) => expect(value * 10).toBeCloseTo(Math.round(value * 10), 6))
    expect(Math.hypot(moved[0] - at[0] - 3.04, moved[1] - at[1] + 2.02)).toBeLessThan(0.08)
    expect(state).toEqual({ ...AT_REST, touches: new Map() })
  })

  test('without snapping it stands where the pointer is', () => {
    const { of } = play([down(spot(at), ON_DEVICE), move(to), up(to)], seenOf({ snapping: false }))
    const moved = edited(of('edit')[0]!).devices.find(({ id }) => id === device.id)!.position!.at
    expect(moved[0]).toBeCloseTo(at[0] + 3.04, 6)
    expect(moved[1]).toBeCloseTo(at[1] - 2.02, 6)
  })

  test.each<[string, InputEvent]>([
    ['taken away', { kind: 'cancel' }],
    ['given up by escape', key('Escape')],
  ])('%s: nothing was moved, and letting go afterwards changes nothing', (_, end) => {
    const { of, state } = play([down(spot(at), ON_DEVICE), move(to), end, move(to), up(to)])
    expect(of('try').at(-1)).toEqual({ kind: 'try', edits: null })
    expect(of('edit')).toEqual([])
    expect(of('choose')).toEqual([])
    expect(state.hold).toBeNull()
  })

  test('while it is dragged other keys do nothing', () => {
    const { of, all } = play([down(spot(at), ON_DEVICE), move(to), key('Delete'), key('w')], {
      ...seenOf(),
      refs: [ON_DEVICE.piece!],
    })
    expect(of('edit')).toEqual([])
    expect(all.some(({ kind }) => kind === 'tool' || kind === 'taken')).toBe(false)
  })

  test('a trembling hand clicks; with shift one more is chosen', () => {
    const near = spot([at[0] + 0.2, at[1]])
    const { of } = play([down(spot(at), ON_DEVICE), move(near), up(near)])
    expect(of('try')).toEqual([])
    expect(of('choose')).toEqual([{ kind: 'choose', refs: [ON_DEVICE.piece] }])
    const more = play([down(spot(at), ON_DEVICE, { shift: true }), up(near, NOTHING, { shift: true })])
    expect(more.of('toggle')).toEqual([{ kind: 'toggle', ref: ON_DEVICE.piece }])
  })

  test('what is locked stays, and that is said', () => {
    const site: Site = {
      ...plan,
      devices: plan.devices.map((one) =>
        one.id === device.id ? { ...one, position: { ...one.position!, locked: true } } : one,
      ),
    }
    const { of } = play([down(spot(at), ON_DEVICE), move(to), up(to)], seenOf({ site, shown: site }))
    expect(of('edit')).toEqual([])
    expect(of('say')[0]!.text).toMatch(/locked/)
    expect(of('try').at(-1)!.edits).toBeNull()
  })

  test('a second finger ends the drag and zooms; lifting both moves nothing', () => {
    const { of, state } = play([
      down(spot(at), ON_DEVICE),
      move(to),
      down([500, 250], NOTHING, { pointer: 2 }),
      move([560, 250], { pointer: 2 }),
      up([560, 250], NOTHING, { pointer: 2 }),
      up(to),
    ])
    expect(of('edit')).toEqual([])
    expect(of('zoom').length).toBeGreaterThan(0)
    expect(of('zoom')[0]!.factor).toBeGreaterThan(1)
    expect(state.touches.size).toBe(0)
  })
})

test('the ground is panned by its empty parts; a click there chooses nothing', () => {
  const panned = play([down([10, 10]), move([40, 25]), up([40, 25])])
  expect(panned.of('pan')).toEqual([{ kind: 'pan', dxPx: 30, dyPx: 15 }])
  expect(panned.of('choose')).toEqual([])
  expect(play([down([10, 10]), up([11, 10])]).of('choose')).toEqual([{ kind: 'choose', refs: [] }])
})

test('a frame chooses what lies in it whole', () => {
  const [x, y] = spot(at)
  const { of } = play([
    down([x - 15, y - 15], NOTHING, { shift: true }),
    move([x + 15, y + 15]),
    up([x + 15, y + 15]),
  ])
  expect(of('choose')[0]!.refs).toContainEqual(ON_DEVICE.piece)
  const none = play([down([x + 5, y + 5], NOTHING, { shift: true }), up([x + 9, y + 9])])
  expect(none.of('choose')[0]!.refs).toEqual([])
})

describe('drawing', () => {
  const wall = seenOf({ tool: 'walls', snapping: false })
  const [a, b]: [Point, Point] = [
    [at[0] - 5, at[1]],
    [at[0] - 1, at[1] + 2],
  ]

  test('a wall from point to point, ended by enter, is chosen and the tool laid down', () => {
    const { of, seen, state } = play(
      [move(spot(a)), down(spot(a)), up(spot(a)), move(spot(b)), down(spot(b)), up(spot(b)), key('Enter')],
      wall,
    )
    const made = edited(of('edit')[0]!).walls.at(-1)!
    expect(made.id).toBe('new-one')
    made.points.forEach((point, i) =>
      point.forEach((value, axis) => expect(value).toBeCloseTo([a, b][i]![axis]!, 9)),
    )
    expect(seen.tool).toBe('choose')
    expect(seen.refs).toEqual([{ collection: 'walls', id: 'new-one' }])
    expect(state.line.points).toEqual([])
  })

  test('a length that is typed is kept to', () => {
    const { of } = play(
      [
        down(spot(a)),
        up(spot(a)),
        move(spot([a[0] + 1, a[1]])),
        key('4'),
        key('.'),
        key('5'),
        key('Enter'),
        key('Enter'),
      ],
      wall,
    )
    const [from, to] = edited(of('edit')[0]!).walls.at(-1)!.points
    expect(Math.hypot(to![0] - from![0], to![1] - from![1])).toBeCloseTo(4.5, 9)
  })

  test('by keys alone, and a double click', () => {
    const keys = play([key(' '), key('ArrowRight', { shift: true }), key(' '), key('Enter')], wall)
    expect(edited(keys.of('edit')[0]!).walls.at(-1)!.points).toEqual([at, [at[0] + 5, at[1]]])
    const twice = play([key(' '), key('ArrowUp'), key(' '), { kind: 'double' }], wall)
    expect(twice.of('edit')).toHaveLength(1)
  })

  test('a line too short is kept with its problem; escape gives the line up, then the tool', () => {
    const short = play([key(' '), key('Enter')], wall)
    expect(short.state.line).toMatchObject({ points: [at], problem: expect.any(String) })
    const first = play([key('Escape')], wall, short.state)
    expect(first.state.line.points).toEqual([])
    expect(first.of('tool')).toEqual([])
    expect(play([key('Escape')], wall, first.state).seen.tool).toBe('choose')
  })

  test('digits and letters of a length are no tools while a line is drawn', () => {
    const { of, state } = play([key(' '), key('c'), key('0')], wall)
    expect(of('tool')).toEqual([])
    expect(of('whole')).toEqual([])
    expect(state.line.typed).toBe('c0')
  })

  test('no device chosen to place: said, nothing made; two spots make a profile', () => {
    expect(play([key(' ')], seenOf({ tool: 'device' })).of('say')).toHaveLength(1)
    const { of } = play([key(' '), key('ArrowRight'), key(' ')], seenOf({ tool: 'profile' }))
    expect(of('profile')).toEqual([{ kind: 'profile', from: at, to: [at[0] + 0.5, at[1]] }])
  })
})

describe('keys', () => {
  const chosen = seenOf({ refs: [ON_DEVICE.piece!] })

  test('a nudge is a tenth, with shift a metre; with nothing chosen the ground is panned', () => {
    const [one] = play([key('ArrowLeft')], chosen).of('nudge')
    const [far] = play([key('ArrowUp', { shift: true })], chosen).of('nudge')
    const where = (edit: typeof one) => edited(edit!).devices.find(({ id }) => id === device.id)!.position!.at
    expect(where(one)[0]).toBeCloseTo(at[0] - 0.1, 9)
    expect(where(far)[1]).toBeCloseTo(at[1] + 1, 9)
    expect(play([key('ArrowLeft')]).of('pan')).toEqual([{ kind: 'pan', dxPx: 40, dyPx: 0 }])
  })

  test('delete takes off the ground and chooses nothing; with nothing chosen the key is free', () => {
    const { of, seen, all } = play([key('Delete')], chosen)
    expect(edited(of('edit')[0]!).devices.find(({ id }) => id === device.id)!.position).toBeNull()
    expect(seen.refs).toEqual([])
    expect(all.at(-1)).toEqual({ kind: 'taken' })
    expect(play([key('Delete')]).all).toEqual([])
  })

  test('the browser keeps its own combinations; ctrl d copies, but no device', () => {
    expect(play([key('a', { ctrl: true }), key('ArrowLeft', { alt: true })], chosen).all).toEqual([])
    expect(play([key('d', { ctrl: true })], chosen).of('say')).toHaveLength(1)
    const wall = plan.walls[0]!
    const { of, seen } = play(
      [key('d', { ctrl: true })],
      seenOf({ refs: [{ collection: 'walls', id: wall.id }] }),
    )
    expect(edited(of('edit')[0]!).walls).toHaveLength(plan.walls.length + 1)
    expect(seen.refs).toEqual([{ collection: 'walls', id: 'new-one' }])
  })
})

test('whatever comes in whatever order, the state it came from is left alone', () => {
  const events: InputEvent[] = [
    down([10, 10]),
    move([300, 200]),
    key('Escape'),
    up([5, 5]),
    { kind: 'leave' },
    { kind: 'double' },
    down([1, 1], ON_DEVICE, { pointer: 7 }),
    { kind: 'cancel' },
    up([1, 1], NOTHING, { pointer: 9 }),
    key(' '),
    key('Backspace'),
  ]
  for (const tool of ['choose', 'walls', 'areas', 'device', 'profile', 'reading', 'scale'] as const)
    for (let turn = 0; turn < events.length; turn++) {
      const before = structuredClone(AT_REST)
      const { state } = play([...events.slice(turn), ...events.slice(0, turn)], seenOf({ tool }))
      expect(AT_REST).toEqual(before)
      expect(state.touches.size).toBeLessThanOrEqual(1)
    }
})
