import fc from 'fast-check'
import { demoYard, withDevice } from '~/tests/kit/yard'
import { deviceOf } from '../../../plan'
import { runbookOf, taskOf } from '../runbook'
import { keepingQuiet, scheduleOf } from './ofRunbook'
import type { Plan } from './plan'
import { aroundQuiet, clockOf, quietFor, readQuietHours } from './quiet'
import type { Down, QuietHours } from './quiet'

const hours = (text: string): QuietHours => {
  const read = readQuietHours(text)
  if (!read.ok) throw new Error(read.problems[0]?.message)
  return read.value
}

test.each(['', '8-18', '08:00', '24:00-25:00', '08:60-09:00', '08:00-08:00', 'noon to one'])(
  '“%s” is refused, and says what is accepted',
  (text) => {
    const read = readQuietHours(text)
    expect(read.ok ? null : read.problems[0]).toMatchObject({
      path: ['quiet'],
      message: expect.stringMatching(/Accepted:/) as string,
    })
  },
)

test('hours that go over midnight', () => {
  const night = hours('22:00-06:30')
  expect([21 * 60, 22 * 60, 60, 6 * 60 + 30].map((minute) => quietFor(night, minute))).toEqual([
    0, 510, 330, 0,
  ])
  expect([clockOf(1439.5), clockOf(1440 + 61)]).toEqual(['23:59', '01:01'])
})

/** Jobs one after the other, of so many minutes; which of them cut somebody off. */
function chain(lengths: readonly number[], cuts: readonly boolean[]): { plan: Plan; downs: Down[] } {
  const ends = lengths.map((_one, i) => lengths.slice(0, i + 1).reduce((sum, one) => sum + one, 0))
  const shifts = lengths.map((length, id) => ({
    id,
    startMin: ends[id]! - length,
    freeMin: ends[id]!,
    endMin: ends[id]!,
    people: [0],
  }))
  const finishMin = ends.at(-1) ?? 0
  return {
    plan: { shifts, finishMin, boundMin: finishMin, isBest: true },
    downs: shifts
      .filter(({ id }) => cuts[id])
      .map(({ id, startMin, endMin }) => ({ fromMin: startMin, toMin: endMin, ids: [id] })),
  }
}

test('whatever the hours: no minute of what cuts somebody off is in them, and nothing is done twice or before its time', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 200 }), fc.boolean()), { minLength: 1, maxLength: 9 }),
      fc.integer({ min: 0, max: 1439 }),
      fc.integer({ min: 30, max: 1200 }),
      fc.integer({ min: 0, max: 1439 }),
      (jobs, fromMin, lengthMin, startsAtMin) => {
        const quiet = { fromMin, toMin: (fromMin + lengthMin) % 1440 }
        const { plan, downs } = chain(
          jobs.map(([length]) => length),
          jobs.map(([, cuts]) => cuts),
        )
        const moved = aroundQuiet(plan, downs, quiet, startsAtMin)
        const longest = Math.max(0, ...downs.map((down) => down.toMin - down.fromMin))
        expect(moved.ok).toBe(longest <= 1440 - lengthMin)
        if (!moved.ok) return
        for (const [i, shift] of moved.value.shifts.entries()) {
          const before = plan.shifts[i]!
          expect(shift.endMin - shift.startMin).toBe(before.endMin - before.startMin)
          expect(shift.startMin).toBeGreaterThanOrEqual(moved.value.shifts[i - 1]?.endMin ?? 0)
          if (!jobs[i]![1]) continue
          const minutes = Array.from(
            { length: shift.endMin - shift.startMin },
            (_one, n) => shift.startMin + n,
          )
          expect(minutes.filter((minute) => quietFor(quiet, startsAtMin + minute) > 0)).toEqual([])
        }
      },
    ),
    { numRuns: 400, seed: 11 },
  )
})

test('a bridge is renamed while the shop is open: put behind closing time, or refused for those hours', () => {
  const present = demoYard()
  const hut = deviceOf(present, 'bridge-hut')!
  const named = (ssid: string) => ({
    ...hut.air!,
    near: { ...hut.air!.near!, ssid },
    far: { ...hut.air!.far!, ssid },
  })
  const task = taskOf(present, withDevice(present, 'bridge-hut', { air: named('tq-new') }), {
    deviceId: 'switch',
    port: 12,
  })
  if (!task.ok) throw new Error()
  const schedule = scheduleOf(runbookOf(task.value), 1)
  // The far end falls off with its clients, and comes back with the near end.
  expect(schedule.downs).toMatchObject([{ ids: [0, 1] }])
  const nine = 9 * 60
  const moved = keepingQuiet(schedule, hours('08:00-18:00'), nine)
  expect(moved.ok && moved.value.shifts.map(({ startMin }) => clockOf(nine + startMin))[0]).toBe('18:00')
  const never = keepingQuiet(schedule, hours('18:01-18:00'), nine)
  expect(never.ok ? null : never.problems[0]?.message).toMatch(
    /Steps 1 to 2 interrupt for \d+ min, and from 18:00 to 18:01 there are 1/,
  )
})
