import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { wiredTcpGoodputMbps } from '~/core/radio/airtime'
import { expectedRange } from '~/core/judge/proof'

/**
 * Goodput of the general-purpose network simulator ns-3 3.37 (Debian), 802.11 n, ac and ax, TCP with 1448-byte segments.
 * The file says how each case was made. Our figure leaves out beacons, collisions and loss, so the check is that the
 * simulated mean lies in the range that Proof judges by.
 */
interface Case {
  id: string
  traffic: string
  hops: number
  phyRateMbps: number
  goodputMbps: { mean: number }
}
const file = JSON.parse(readFileSync(join(process.cwd(), 'tests/reference/data/airtime.json'), 'utf8')) as {
  cases: Case[]
}
const cases = file.cases.filter(
  ({ id, traffic, hops }) => traffic === 'tcp' && hops === 1 && !id.endsWith('noagg'),
)

test('the file has the cases this check is about', () => expect(cases.length).toBeGreaterThanOrEqual(7))

test.each(cases.map((one) => [one.id, one.phyRateMbps, one.goodputMbps.mean] as const))(
  '%s: %d Mbit/s carries %d',
  (_id, phy, mean) => {
    const { lowMbps, likely, highMbps } = expectedRange({
      medium: 'radio',
      linkMbps: phy,
      baselineMbps: null,
    })
    expect(mean).toBeGreaterThan(lowMbps)
    expect(mean).toBeLessThan(highMbps)
    expect(Math.abs(likely.value / mean - 1)).toBeLessThan(0.2)
  },
)

/** 941 Mbit/s over gigabit Ethernet: common practice, no source; it follows from the frame sizes of IEEE 802.3. */
test('gigabit Ethernet carries 941 Mbit/s of TCP', () =>
  expect(wiredTcpGoodputMbps(1000)).toBeCloseTo(941.5, 1))

test('a baseline caps what the air is asked for, and more link never means less', () => {
  let last = 0
  for (const linkMbps of [6, 24, 65, 144, 300, 600, 866, 1200, 2400]) {
    const { likely } = expectedRange({ medium: 'radio', linkMbps, baselineMbps: null })
    expect(likely.value).toBeGreaterThan(last)
    expect(likely.value).toBeLessThan(linkMbps)
    last = likely.value
    expect(expectedRange({ medium: 'radio', linkMbps, baselineMbps: 90 }).likely.value).toBeLessThanOrEqual(
      90,
    )
  }
})
