import { paceOf, stillComes, waitIs } from './pace'
import type { Paced } from './pace'

const seen = (...ratios: number[]): Paced[] =>
  ratios.map((ratio) => ({ work: 'page switch', ratio, ended: true }))

test('while nothing was seen, half to twice what is expected is usual', () => {
  expect(paceOf([], 'page switch', 10)).toMatchObject({
    usualFrom: 5,
    usualTo: 14,
    nineInTenBy: 20,
    stuckFrom: 20,
    seen: 0,
  })
})

test('what was seen moves it, and other work does not', () => {
  const slow = seen(...Array.from({ length: 40 }, (_, i) => 2.5 + i / 40))
  expect(paceOf(slow, 'page switch', 10).usualFrom).toBeGreaterThan(24)
  expect(paceOf(slow, 'cable', 10)).toEqual(paceOf([], 'cable', 10))
})

test('a step that was left before it was done makes the wait longer, not shorter', () => {
  const left = [...seen(1, 1, 1), { work: 'page switch', ratio: 3, ended: false }]
  expect(paceOf(left, 'page switch', 10).nineInTenBy).toBeGreaterThanOrEqual(
    paceOf(seen(1, 1, 1), 'page switch', 10).nineInTenBy,
  )
})

test('normal, slow, stuck', () => {
  const pace = paceOf([], 'cable', 10)
  expect([3, 16, 25].map((elapsedMin) => waitIs(pace, elapsedMin))).toEqual(['normal', 'slow', 'stuck'])
})

test('the chance that it still comes: nineteen in twenty at first, by hand four in five after 1.4 times the expected, none at last', () => {
  const pace = paceOf([], 'page switch', 10)
  // Five that came and 5/19 that does not: 5 / (5 + 5/19) = 0.95. After 14 one that comes and 5/19: 1 / (1 + 5/19) = 0.79.
  expect([0, 14, 20, 99].map((minute) => stillComes(pace, minute).toFixed(2))).toEqual([
    '0.95',
    '0.79',
    '0.00',
    '0.00',
  ])
  // Waits that were given up late make it likelier that one more is in vain.
  const givenUp = Array.from({ length: 20 }, () => ({ work: 'page switch', ratio: 3, ended: false }))
  expect(stillComes(paceOf(givenUp, 'page switch', 10), 14)).toBeLessThan(0.1)
})

test('little was seen of exactly such steps: then all of that kind of device count, and what was logged before is not lost', () => {
  const before = seen(3, 3, 3, 3)
  const pace = paceOf(before, 'page switch, together, by cable', 10)
  expect(pace.seen).toBe(4)
  const exact = Array.from({ length: 3 }, () => ({
    work: 'page switch, together, by cable',
    ratio: 1,
    ended: true,
  }))
  expect(paceOf([...before, ...exact], 'page switch, together, by cable', 10).seen).toBe(3)
})
