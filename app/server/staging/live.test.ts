import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { stagedYard } from '~/benchmarks/staging'
import { yard } from '~/tests/kit/yard'
import { withNews } from '../../screens/staging/boardState'
import type { BoardState } from '../../screens/staging/boardState'
import { store } from '../sites/store.server'
import { benchNow, benchState, benchStateAt, sheetOf } from './bench.server'
import { doAtBench } from './benchActions.server'
import { reader } from './benchStream.server'
import { forgetLive } from './live.server'

const directory = mkdtempSync(join(tmpdir(), 'yard-beacon-live-'))
process.env.YARD_BEACON_DATA = directory
afterAll(() => rmSync(directory, { recursive: true, force: true }))

let wallMs = 1_700_000_000_000
beforeEach(() => {
  jest.spyOn(Date, 'now').mockImplementation(() => wallMs)
})
afterEach(() => jest.restoreAllMocks())

/** So many simulated seconds pass at the speed that is set. */
const pass = (seconds: number, speed: number) => {
  wallMs += (seconds * 1000) / speed
}

function started(site = yard(), speed = 60): string {
  const id = store().sites.create(site)
  doAtBench(id, { kind: 'setUp', begins: 'prepared' })
  doAtBench(id, { kind: 'powerAll' })
  doAtBench(id, { kind: 'speed', speed })
  return id
}

const told = (id: string) => JSON.stringify(benchState(id))

test('a server that starts again goes on where it was: from what it kept, and from nothing', () => {
  const id = started()
  pass(900, 60)
  doAtBench(id, { kind: 'adoptAll' })
  pass(700, 60)
  const before = told(id)
  expect(store().bench.checkpoint(id, 'no such program')).toBeNull()
  forgetLive(id)
  expect(told(id)).toBe(before)
  expect(benchNow(id)?.gear.get('ap-shop')?.phase).toBe('running')
  pass(1200, 60)
  benchNow(id)
  forgetLive(id)
  expect(benchNow(id)?.gear.get('ap-shop')?.phase).toBe('running')
})

test('what is refused is told, and nothing is filed', () => {
  const id = started()
  expect(doAtBench(id, { kind: 'do', action: { kind: 'adopt', deviceId: 'nobody' } })).toMatchObject({
    ok: false,
    problems: [{ message: 'There is no such device on the bench.' }],
  })
  const before = store().bench.read(id)?.actions.length
  doAtBench(id, { kind: 'do', action: { kind: 'open', deviceId: 'switch' } })
  expect(store().bench.read(id)?.actions.length).toBe(before)
})

test('a moment that has been is shown as it was, and now stays now', () => {
  const id = started()
  pass(1000, 60)
  const now = told(id)
  const then = benchStateAt(id, 1)
  expect(then?.board.rows.find(({ id: one }) => one === 'ap-shop')?.phase).toBe('dark')
  expect(told(id)).toBe(now)
})

test('ten readers of five hundred access points at × 600: each telling under 20 kB, and all come to the same board', () => {
  const id = started(stagedYard(500), 600)
  const readers = Array.from({ length: 10 }, () => ({ news: reader(id), state: null as BoardState | null }))
  const first = Math.max(
    ...readers.map((one) => JSON.stringify((one.state = withNews(null, one.news() ?? null, 0))).length),
  )
  expect(first).toBeGreaterThan(0)
  let largest = 0
  for (let tick = 0; tick < 16; tick++) {
    pass(300, 600)
    if (tick === 6) doAtBench(id, { kind: 'adoptAll' })
    for (const one of readers) {
      const news = one.news()
      if (news === undefined) continue
      largest = Math.max(largest, JSON.stringify(news).length)
      one.state = withNews(one.state, news, 0)
    }
  }
  expect(largest).toBeLessThan(20_000)
  doAtBench(id, { kind: 'speed', speed: 0 })
  for (let rest = 0; rest < 16; rest++)
    for (const one of readers) {
      const news = one.news()
      if (news !== undefined) one.state = withNews(one.state, news, 0)
    }
  const whole = withNews(null, benchState(id), 0)
  for (const { state } of readers) expect(state?.devices).toEqual(whole?.devices)
})

test('a device’s sheet says why its page does not open, and holds no key', () => {
  const id = started()
  pass(600, 60)
  const sheet = sheetOf(id, 'switch')
  expect(sheet?.page).toEqual({ ok: false, why: 'The laptop is plugged in nowhere.' })
  expect(JSON.stringify([sheet, sheetOf(id, 'ap-shop')])).not.toContain('copper-rivets')
  expect(sheetOf(id, 'nobody')).toBeNull()
})
