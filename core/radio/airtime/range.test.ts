import {
  HIGH_SHARE,
  LOW_SHARE,
  SEGMENT_B,
  TCP_HEADERS_B,
  UDP_HEADERS_B,
  macTiming,
  radioTcpGoodputMbps,
  rangeOf,
  usPerMbit,
} from '.'
import type { PhyMode } from '.'

test('a range holds its likely figure, and grows with it', () => {
  const { lowMbps, likelyMbps, highMbps } = rangeOf(200)
  expect([lowMbps, likelyMbps, highMbps]).toEqual([200 * LOW_SHARE, 200, 200 * HIGH_SHARE])
  expect(rangeOf(0)).toEqual({ lowMbps: 0, likelyMbps: 0, highMbps: 0 })
})

/** RFC 791, RFC 768, RFC 9293 with RFC 7323: 1500 B of a packet hold 1448 B of a segment, or 1472 B of a datagram. */
test('headers', () => {
  expect(SEGMENT_B + TCP_HEADERS_B).toBe(1500)
  expect(1472 + UDP_HEADERS_B).toBe(1500)
})

test('one wait is the gap and the slots: SIFS + 3 slots for best effort, + 2 for frames without a class', () => {
  for (const band of ['2.4', '5', '6'] as const) {
    const { aifsUs, sifsUs, slotUs } = macTiming(band)
    expect(aifsUs).toBe(sifsUs + 3 * slotUs)
    expect(macTiming(band, false).aifsUs).toBe(sifsUs + 2 * slotUs)
  }
})

/** The yardstick that knows a link rate alone, against the whole sum with the aggregates it assumes. */
test.each([3, 5, 7, 9])(
  'the short yardstick of Proof lies within a fifth of the whole sum: index %d',
  (index) => {
    const mode: PhyMode = { generation: 'ac', band: '5', widthMhz: 80, streams: 1, index }
    const aggregation = { maxAmpduBytes: 65_535, maxAmsduBytes: 0, window: 64 }
    const whole = 1e6 / usPerMbit({ mode, aggregation }, 2)
    const phy = { 3: 130, 5: 260, 7: 325, 9: 433.333 }[index] ?? 0
    expect(Math.abs(radioTcpGoodputMbps(phy) / whole - 1)).toBeLessThan(0.2)
  },
)
