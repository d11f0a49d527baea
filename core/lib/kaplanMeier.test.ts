import { seededRandom } from './random'
import { endedBy, lastsBeyond, survival } from './kaplanMeier'
import type { Lasted } from './kaplanMeier'

/** "6+" is one that was not seen to its end. */
const from = (text: string): Lasted[] =>
  text.split(' ').map((word) => ({ time: parseFloat(word), ended: !word.endsWith('+') }))

/**
 * Weeks of remission under 6-mercaptopurine and under placebo: E. J. Freireich and others, Blood 21 (1963), 699–716, as worked by hand
 * in D. G. Kleinbaum and M. Klein, Survival Analysis, chapter 2 (from memory).
 */
const TREATED = from('6 6 6 6+ 7 9+ 10 10+ 11+ 13 16 17+ 19+ 20+ 22 23 25+ 32+ 32+ 34+ 35+')
const PLACEBO = from('1 1 2 2 3 4 4 5 5 8 8 8 8 11 11 12 12 15 17 22 23')

test('a published example with what was not seen to its end', () => {
  expect(survival(TREATED).map(({ time, share }) => [time, share.toFixed(4)])).toEqual([
    [6, '0.8571'],
    [7, '0.8067'],
    [10, '0.7529'],
    [13, '0.6902'],
    [16, '0.6275'],
    [22, '0.5378'],
    [23, '0.4482'],
  ])
  expect(endedBy(survival(TREATED), 0.5)).toBe(23)
  expect(endedBy(survival(TREATED), 0.9)).toBeNull()
})

test('without any such it is the share that is left, and the median is the middle one', () => {
  const curve = survival(PLACEBO)
  expect(endedBy(curve, 0.5)).toBe(8)
  expect(lastsBeyond(curve, 8)).toBeCloseTo(8 / 21, 12)
  expect(lastsBeyond(curve, 0.5)).toBe(1)
  expect(lastsBeyond(curve, 23)).toBeCloseTo(0, 12)
})

test('nothing seen: nothing known', () => {
  expect(survival([])).toEqual([])
  expect(endedBy(survival(from('5+ 9+')), 0.5)).toBeNull()
})

test('weights count as so many', () => {
  const twice = PLACEBO.map((one) => ({ ...one, weight: 2 }))
  expect(survival(twice)).toEqual(survival([...PLACEBO, ...PLACEBO]))
})

test('its bands hold what they say, though a third was not seen to its end', () => {
  const random = seededRandom(11)
  const wait = () => -Math.log(1 - random()) * 10
  let [under, all] = [0, 0]
  for (let run = 0; run < 400; run++) {
    const lasted = Array.from({ length: 60 }, (): Lasted => {
      const [time, looked] = [wait(), wait() * 2]
      return time <= looked ? { time, ended: true } : { time: looked, ended: false }
    })
    const by = endedBy(survival(lasted), 0.8)
    if (by === null) continue
    for (let i = 0; i < 20; i++, all++) if (wait() <= by) under++
  }
  expect(under / all).toBeGreaterThan(0.77)
  expect(under / all).toBeLessThan(0.83)
})
