import { paceOf, waitIs } from './pace'
import type { Paced } from './pace'

const seen = (...ratios: number[]): Paced[] =>
  ratios.map((ratio) => ({ work: 'page switch', ratio, ended: true }))

test('while nothing was seen, half to twice what is expected is usual', () => {
  expect(paceOf([], 'page switch', 10)).toEqual({
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
