import { roamReport, roamWords } from './roaming'
import type { RoamSample } from './roaming'

const at = (
  atS: number,
  serving: string | null,
  dbm: number | null,
  others: Record<string, number> = {},
): RoamSample => ({
  atS,
  serving,
  dbm,
  others: Object.entries(others).map(([radio, level]) => ({ radio, dbm: level })),
})

/** Walked from one access point to the next, at one sample a second: the other is stronger from the fourth on, the client goes at the eighth. */
const WALK = [
  ...[-55, -58, -61, -64, -67, -70, -73, -76].map((dbm, s) => at(s, 'a', dbm, { b: -70 + 2 * s })),
  at(8, null, null),
  at(9, null, null),
  at(10, 'b', -54, { a: -80 }),
]

test('where it changed, the level it left at, how long it had none, and how long it had waited', () => {
  const { changes, lowestDbm, longestGapS, sticky } = roamReport(WALK)
  expect(changes).toEqual([
    // b − a is −15, −10, −5, 0, 5, 10, 15, 20 dB: stronger from 4 s to 7 s. Gone at 8 s, back at 10 s.
    { atS: 10, from: 'a', to: 'b', leftDbm: -76, gapS: 2, waited: null },
  ])
  expect([lowestDbm, longestGapS, sticky]).toEqual([-76, 2, []])
  const [straight] = roamReport(WALK.filter(({ serving }) => serving !== null)).changes
  expect(straight).toMatchObject({ gapS: 0, waited: { db: 20, s: 3 } })
})

test('the same whatever order the samples come in', () =>
  expect(roamReport([...WALK].reverse())).toEqual(roamReport(WALK)))

test('PRF-2: 8 dB for 10 s is holding on, 9 s or 7 dB are not; another stretch begins anew', () => {
  const held = (seconds: number, lead: number) =>
    Array.from({ length: seconds + 1 }, (_one, s) => at(s, 'a', -80, { b: -80 + lead }))
  const found = (seconds: number, lead: number) => roamReport(held(seconds, lead)).sticky
  expect(found(10, 8)).toEqual([{ fromS: 0, toS: 10, radio: 'a', better: 'b', byDb: 8 }])
  expect([found(9, 8), found(30, 7.9)]).toEqual([[], []])
  const broken = held(18, 12).map((one) => (one.atS === 9 ? { ...one, others: [] } : one))
  expect(roamReport(broken).sticky).toEqual([])
  expect(roamReport(held(10, 7), { byDb: 6, forS: 5 }).sticky).toHaveLength(1)
  const words = roamWords(roamReport(held(12, 9)), (radio) => (radio === 'a' ? 'Gable AP' : 'Office AP'))
  expect(words).toEqual([
    'It never changed; -80 dBm at the lowest.',
    'PRF-2: from 0 to 12 s it held on to Gable AP, with Office AP up to 9 dB stronger. Wait 30 to 60 s or rejoin before judging a throughput there.',
  ])
})

test('never joined, one sample, none at all', () => {
  expect(roamReport([])).toEqual({ changes: [], lowestDbm: null, longestGapS: 0, sticky: [] })
  expect(roamReport([at(0, 'a', -50)])).toMatchObject({ changes: [], lowestDbm: -50, longestGapS: 0 })
  expect(roamReport([at(0, null, null), at(30, null, null)])).toMatchObject({ longestGapS: 30 })
})
