import { networkAround } from '../../network/addressing'
import type { Band, Id, Site } from '../../plan'
import type { Direction, LinkUnderTest, ThroughputRun } from './types'

/** One throughput test, as it was filed. */
export interface ThroughputTest {
  at: string
  deviceId: Id | null
  band?: Band | undefined
  link: LinkUnderTest
  runs: ThroughputRun[]
}

/** One way of it through one access point on one band, the newest test of it and those before. */
export interface MatrixCell {
  direction: Direction
  /** Null: only datagrams were sent. */
  mbps: number | null
  /** Of the wired baseline; null: none was measured or said. */
  ofBaseline: number | null
  /** All TCP tests of this way, the oldest first. */
  trend: { at: string; mbps: number }[]
  /** The newest UDP test. */
  udp: { jitterMs: number; lostShare: number } | null
}

export interface MatrixRow {
  deviceId: Id | null
  band: Band | null
  up: MatrixCell | null
  down: MatrixCell | null
}

const WAYS: readonly Direction[] = ['up', 'down']

/** What was measured over the wire on this site last, each way; null: nobody did. */
export function wiredBaseline(tests: readonly ThroughputTest[]): Record<Direction, number | null> {
  const wired = tests.filter(({ link }) => link.medium === 'wired')
  const of = (direction: Direction) => newest(valuesOf(wired, direction))?.mbps ?? null
  return { up: of('up'), down: of('down') }
}

/**
 * Access point × band × way: the newest TCP test of each beside the wired baseline (what was said with the test, else what was measured over
 * the wire on this site), with all before it. Wired tests have a row of their own.
 */
export function throughputMatrix(tests: readonly ThroughputTest[]): MatrixRow[] {
  const baseline = wiredBaseline(tests)
  const rows = new Map<string, ThroughputTest[]>()
  for (const test of tests) {
    const radio = test.link.medium === 'radio'
    const key = radio ? `${test.deviceId ?? ''} ${test.band ?? ''}` : 'wire'
    rows.set(key, [...(rows.get(key) ?? []), test])
  }
  return [...rows.values()].map((mine) => {
    const [first] = mine
    const radio = first?.link.medium === 'radio'
    const cell = (direction: Direction) => cellOf(mine, direction, radio ? baseline[direction] : null)
    return {
      deviceId: radio ? (first?.deviceId ?? null) : null,
      band: radio ? (first?.band ?? null) : null,
      up: cell('up'),
      down: cell('down'),
    }
  })
}

function cellOf(
  tests: readonly ThroughputTest[],
  direction: Direction,
  baselineMbps: number | null,
): MatrixCell | null {
  const trend = valuesOf(tests, direction)
  const last = newest(trend)
  const datagrams = tests
    .flatMap(({ at, runs }) =>
      runs.flatMap(({ results }) =>
        results.flatMap(({ direction: way, udp }) => (udp && way === direction ? [{ at, udp }] : [])),
      ),
    )
    .sort(byTime)
    .at(-1)?.udp
  const udp = datagrams && {
    jitterMs: datagrams.jitterMs,
    lostShare: datagrams.packets === 0 ? 1 : datagrams.lost / datagrams.packets,
  }
  if (!last && !udp) return null
  const base = last?.said ?? baselineMbps
  return {
    direction,
    mbps: last?.mbps ?? null,
    ofBaseline: !last || base === null ? null : last.mbps / base,
    trend: trend.map(({ at, mbps }) => ({ at, mbps })),
    udp: udp ?? null,
  }
}

const byTime = (a: { at: string }, b: { at: string }): number => a.at.localeCompare(b.at)
const newest = <T>(sorted: readonly T[]): T | undefined => sorted.at(-1)

const valuesOf = (tests: readonly ThroughputTest[], direction: Direction) =>
  tests
    .flatMap(({ at, link, runs }) =>
      runs.flatMap(({ results }) =>
        results.flatMap(({ direction: way, receivedMbps, udp }) =>
          udp || way !== direction ? [] : [{ at, mbps: receivedMbps, said: link.baselineMbps }],
        ),
      ),
    )
    .sort(byTime)

/** Why a verdict from this test may be wrong. Code PRF-1 of the catalogue of mistakes. */
export interface TestMistake {
  code: 'PRF-1'
  says: string
}

/** One way only, across the internet, with no wired baseline: what a throughput test must not be judged from. */
export function testMistakes(
  site: Site,
  test: ThroughputTest,
  tests: readonly ThroughputTest[],
): TestMistake[] {
  const ways = new Set(test.runs.flatMap(({ results }) => results.map(({ direction }) => direction)))
  const missing = WAYS.filter((way) => !ways.has(way))
  const outside = test.runs.flatMap(({ server }) =>
    server !== undefined && !networkAround(site, server) && !isLoopback(server) ? [server] : [],
  )
  const baseline = wiredBaseline(tests)
  const bare =
    test.link.medium === 'radio' &&
    test.link.baselineMbps === null &&
    baseline.up === null &&
    baseline.down === null
  const mistakes = [
    ...(outside[0] === undefined
      ? []
      : [
          `The server ${outside[0]} is in none of the plan’s networks: across the internet the tariff is measured, not this link. Run the server on the wired side of the site.`,
        ]),
    ...(missing.length === 1
      ? [`Only one way was measured: measure ${missing[0] === 'up' ? 'up' : 'down (-R)'} as well.`]
      : []),
    ...(bare
      ? [
          'There is no wired baseline: the same test over the wire tells what the air takes from what was never there.',
        ]
      : []),
  ]
  return mistakes.map((says) => ({ code: 'PRF-1', says }))
}

const isLoopback = (ip: string): boolean => ip.startsWith('127.')
