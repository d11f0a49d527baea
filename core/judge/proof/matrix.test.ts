import { boatyard } from '~/tests/kit/yard'
import { judge } from './judge'
import { testMistakes, throughputMatrix, wiredBaseline } from './matrix'
import type { ThroughputTest } from './matrix'
import type { Direction, DirectionResult, ThroughputRun } from './types'

const result = (
  direction: Direction,
  mbps: number,
  part: Partial<DirectionResult> = {},
): DirectionResult => ({
  direction,
  sentMbps: mbps,
  receivedMbps: mbps,
  sentBytes: 1,
  receivedBytes: 1,
  retransmits: 0,
  durationS: 10,
  intervals: [],
  ...part,
})
const run = (...results: DirectionResult[]): ThroughputRun => ({
  tool: 'iperf 3.12',
  startedAt: null,
  streams: 1,
  results,
})
const radio = { medium: 'radio', linkMbps: 600, baselineMbps: null } as const
const wire = { medium: 'wired', linkMbps: 1000, baselineMbps: null } as const

const TESTS: ThroughputTest[] = [
  {
    at: '2026-05-02',
    deviceId: 'ap-shop',
    band: '5',
    link: radio,
    runs: [run(result('up', 200)), run(result('down', 300))],
  },
  { at: '2026-05-01', deviceId: null, link: wire, runs: [run(result('up', 800), result('down', 900))] },
  { at: '2026-05-04', deviceId: 'ap-shop', band: '5', link: radio, runs: [run(result('up', 240))] },
  {
    at: '2026-05-03',
    deviceId: 'ap-shop',
    band: '2.4',
    link: { ...radio, baselineMbps: 500 },
    runs: [run(result('up', 50))],
  },
  {
    at: '2026-05-05',
    deviceId: 'ap-shop',
    band: '5',
    link: radio,
    runs: [run(result('up', 5, { udp: { jitterMs: 2, lost: 3, packets: 300, offeredMbps: 5 } }))],
  },
]

test('a row for each access point and band, whatever order they were measured in; datagrams are no throughput', () => {
  const rows = throughputMatrix([...TESTS].reverse())
  const of = (deviceId: string | null, band: string | null) =>
    rows.find((row) => row.deviceId === deviceId && row.band === band)!
  expect(rows).toHaveLength(3)
  expect(of('ap-shop', '5').up).toMatchObject({
    mbps: 240,
    ofBaseline: 0.3,
    trend: [
      { at: '2026-05-02', mbps: 200 },
      { at: '2026-05-04', mbps: 240 },
    ],
    udp: { jitterMs: 2, lostShare: 0.01 },
  })
  expect(of('ap-shop', '5').down).toMatchObject({ mbps: 300, ofBaseline: 300 / 900, udp: null })
  // What was said with a test goes before what was measured over the wire.
  expect(of('ap-shop', '2.4')).toMatchObject({ up: { ofBaseline: 0.1 }, down: null })
  expect(of(null, null).up).toMatchObject({ mbps: 800, ofBaseline: null })
  expect(wiredBaseline(TESTS)).toEqual({ up: 800, down: 900 })
  expect(throughputMatrix([])).toEqual([])
})

describe('PRF-1', () => {
  const site = boatyard()
  const both = [run(result('up', 200), result('down', 300))]
  const says = (test: ThroughputTest, tests: ThroughputTest[] = TESTS) =>
    testMistakes(site, test, tests).map((one) => one.says)
  const base: ThroughputTest = { at: '2026-05-06', deviceId: 'ap-shop', link: radio, runs: both }

  test('inside, both ways, beside a wire: nothing to say', () => {
    expect(says(base)).toEqual([])
    expect(says({ ...base, runs: [{ ...both[0]!, server: '172.27.24.20' }] })).toEqual([])
  })
  test.each<[string, ThroughputTest, ThroughputTest[], RegExp]>([
    [
      'across the internet',
      { ...base, runs: [{ ...both[0]!, server: '198.51.100.10' }] },
      TESTS,
      /198\.51\.100\.10 is in none of the plan/,
    ],
    [
      'one way only',
      { ...base, runs: [run(result('down', 300))] },
      TESTS,
      /Only one way was measured: measure up/,
    ],
    ['without a wired baseline', base, [], /no wired baseline/],
  ])('%s', (_what, test, tests, words) => {
    expect(says(test, tests)).toHaveLength(1)
    expect(says(test, tests)[0]).toMatch(words)
  })
  test('over the wire no baseline is needed', () => expect(says({ ...base, link: wire }, [])).toEqual([]))
})

test('a call bears one datagram in a thousand lost, and 50 ms (ITU-T Y.1541, class 0)', () => {
  const verdict = (lost: number, jitterMs: number) =>
    judge([run(result('up', 5, { udp: { jitterMs, lost, packets: 1000, offeredMbps: 5 } }))], radio)
      .judgements[0]!.verdict
  expect([verdict(0, 1), verdict(1, 50), verdict(2, 1), verdict(0, 51)]).toEqual([
    'asExpected',
    'asExpected',
    'low',
    'low',
  ])
  expect(
    judge([run(result('up', 0, { udp: { jitterMs: 0, lost: 0, packets: 0, offeredMbps: 5 } }))], radio)
      .outcome,
  ).toBe('fail')
})

test('an access point of which only datagrams were sent is in the table with them alone', () => {
  const [row] = throughputMatrix(TESTS.slice(-1))
  expect(row).toMatchObject({
    up: { mbps: null, ofBaseline: null, trend: [], udp: { jitterMs: 2 } },
    down: null,
  })
})
