import { seededRandom } from '../../lib/random'
import { demoYard } from '~/tests/kit/yard'
import { areaClaims, claimVerdict, claimWords, leastPoints, USUAL_CLAIM } from './claim'
import type { Claim } from './claim'

/** Points for 0 to 4 failures, as tables of the exact binomial bound give them. */
test.each<[number, number, number[]]>([
  [0.9, 0.9, [22, 38, 52, 65, 78]],
  [0.95, 0.9, [45, 77, 105, 132, 158]],
  [0.95, 0.95, [59, 93, 124, 153, 181]],
])('at least %d of an area, %d sure: the points of the tables', (share, confidence, points) => {
  expect([0, 1, 2, 3, 4].map((failures) => leastPoints(failures, { share, confidence }))).toEqual(points)
})

test('the claim is wrong no more often than it says, and the denial neither', () => {
  const random = seededRandom(8)
  const claim: Claim = { share: 0.9, confidence: 0.9 }
  const draw = (n: number, good: number) =>
    Array.from({ length: n }, () => random()).filter((one) => one >= good).length
  const walks = 4000
  // An area just short of the claim, and one that just meets it.
  const wrongly = Array.from({ length: walks }, () => claimVerdict(60, draw(60, 0.899), claim).is)
  expect(wrongly.filter((is) => is === 'pass').length / walks).toBeLessThanOrEqual(0.115)
  const denied = Array.from({ length: walks }, () => claimVerdict(60, draw(60, 0.9), claim).is)
  expect(denied.filter((is) => is === 'fail').length / walks).toBeLessThanOrEqual(0.115)
})

test('one point, none, and all of them bad', () => {
  expect(claimVerdict(0, 0, USUAL_CLAIM)).toEqual({ is: 'more', points: 22 })
  expect(claimVerdict(1, 0, USUAL_CLAIM)).toEqual({ is: 'more', points: 21 })
  expect(claimVerdict(21, 0, USUAL_CLAIM)).toEqual({ is: 'more', points: 1 })
  expect(claimVerdict(22, 0, USUAL_CLAIM)).toEqual({ is: 'pass' })
  expect(claimVerdict(5, 5, USUAL_CLAIM)).toEqual({ is: 'fail' })
})

test('levels of an area are counted against its own need', () => {
  const site = demoYard()
  const area = site.areas[0]!
  const level = (rssiDbm: number, i: number) => ({
    id: `o${i}`,
    at: '2026-01-01T10:00',
    revision: 1,
    source: 'typed' as const,
    who: 'Mo',
    place: '',
    seen: { kind: 'level' as const, areaId: area.id, rssiDbm },
  })
  const seen = [area.leastSignalDbm, area.leastSignalDbm - 1, -30].map(level)
  const [claim] = areaClaims(site, seen)
  expect(claim).toMatchObject({ points: 3, below: 1, verdict: { is: 'more', points: 35 } })
  const again = seen.map((one, i) => ({ ...one, place: 'by the door', at: `2026-01-01T1${i}:00` }))
  expect(areaClaims(site, again)[0]).toMatchObject({ points: 1, below: 0 })
  expect(claimWords(claim!, USUAL_CLAIM)).toMatch(/^3 points, 1 below; 35 more without a failure/)
})
