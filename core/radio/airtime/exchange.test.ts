import {
  AGGREGATION,
  accessUs,
  answerMbps,
  dataPpduUs,
  exchangeOf,
  fill,
  hopLatency,
  modeMbps,
  preambleUs,
  saturatedUdp,
  usPerMbit,
} from '.'
import type { PhyMode } from '.'

const ac: PhyMode = { generation: 'ac', band: '5', widthMhz: 80, streams: 1, index: 7 }
const ax: PhyMode = { generation: 'ax', band: '5', widthMhz: 80, streams: 2, index: 11 }
const n24: PhyMode = { generation: 'n', band: '2.4', widthMhz: 20, streams: 2, index: 7 }
const old: PhyMode = { generation: 'a', band: '5', rateMbps: 54 }

/** IEEE 802.11-2020 17.3.2, 19.3.2, 21.3.2 and 802.11ax-2021 27.3.4, summed by hand. */
test('preambles: 20; 12 and a training field of 4 per stream more; SIG-B 4; HE 16 and 7.2 per stream', () => {
  expect(preambleUs(old)).toBe(20)
  expect(preambleUs(n24)).toBe(20 + 12 + 8)
  expect(preambleUs(ac)).toBe(20 + 12 + 4 + 4)
  expect(preambleUs(ax)).toBeCloseTo(20 + 16 + 2 * 7.2, 9)
  expect(preambleUs({ ...ac, streams: 3 })).toBe(20 + 12 + 16 + 4)
})

/** A full frame of plain OFDM at 54 Mbit/s: 16 + 8 · 1536 + 6 bits in symbols of 216. IEEE 802.11-2020 17.3.3, by hand. */
test('1536 B at 54 Mbit/s take 57 symbols, 248 µs', () => {
  expect(dataPpduUs(old, 1536)).toBe(20 + 4 * Math.ceil((16 + 8 * 1536 + 6) / 216))
  expect(dataPpduUs(old, 1536)).toBe(248)
  expect(modeMbps(old)).toBe(54)
})

test('the answer comes at the highest basic rate that is not above the data’s own modulation', () => {
  const at = (index: number) => answerMbps({ ...ac, index })
  expect([0, 1, 2, 3, 4, 9].map(at)).toEqual([6, 12, 12, 24, 24, 24])
  expect(answerMbps({ ...old, rateMbps: 9 } as PhyMode)).toBe(6)
})

describe('aggregates', () => {
  test('end at the bytes, at the window, or at 5.484 ms', () => {
    expect(fill(ac, { maxAmpduBytes: 65_535, maxAmsduBytes: 0, window: 64 }, 1500).packets).toBe(42)
    expect(fill(ac, AGGREGATION.ac, 1500).packets).toBe(64)
    const slow = fill({ ...ac, index: 0 }, AGGREGATION.ac, 1500)
    expect(slow.packets).toBe(14)
    expect(slow.dataUs).toBeLessThanOrEqual(5484)
    expect(fill(ax, AGGREGATION.ax, 1500).packets).toBe(256)
  })
  test('are bounded by what there is to send, and are one where there are none', () => {
    expect(fill(ac, AGGREGATION.ac, 1500, 3).packets).toBe(3)
    expect(fill(old, AGGREGATION.a, 1500)).toMatchObject({ packets: 1, block: false, bytes: 1536 })
    expect(fill(n24, { maxAmpduBytes: 0, maxAmsduBytes: 0, window: 1 }, 1500).bytes).toBe(1538)
  })
  test('several packets in one MPDU, the last one with what is left', () => {
    const filled = fill({ ...ac, index: 9 }, { maxAmpduBytes: 65_535, maxAmsduBytes: 7935, window: 64 }, 1500)
    expect(filled.packets).toBe(42)
    expect(filled.mpdus).toBe(9)
  })
})

test('announced exchanges cost RTS, CTS and two gaps more, and lose only an RTS when they collide', () => {
  const [bare, rts] = [exchangeOf({ mode: ac }, 1500), exchangeOf({ mode: ac, rts: true }, 1500)]
  expect(rts.successUs - bare.successUs).toBe(28 + 16 + 28 + 16)
  expect(bare.collisionUs).toBe(bare.filled.dataUs)
  expect(rts.collisionUs).toBe(28)
})

test('more who want the air: each access takes longer, all together get less', () => {
  const exchange = exchangeOf({ mode: ac }, 1500)
  expect(accessUs(exchange, 1)).toBeCloseTo(exchange.successUs + 43 + 67.5, 6)
  expect(accessUs(exchange, 10)).toBeGreaterThan(accessUs(exchange, 2))
  const total = (n: number) =>
    saturatedUdp(
      Array.from({ length: n }, () => ({ mode: ac })),
      1472,
    ).totalMbps
  expect(total(20)).toBeLessThan(total(5))
  expect(saturatedUdp([], 1472)).toMatchObject({ totalMbps: 0, each: [] })
})

test('a slow station drags a fast one down to its pace per packet', () => {
  const slow: PhyMode = { generation: 'a', band: '5', rateMbps: 6 }
  const { each } = saturatedUdp([{ mode: old }, { mode: slow }], 1472)
  expect(each[0]!.goodputMbps).toBeCloseTo(each[1]!.goodputMbps, 6)
  expect(each[0]!.goodputMbps).toBeLessThan(5)
})

test('cost and waits: TCP dearer than UDP, heavy load much longer than light', () => {
  expect(usPerMbit({ mode: ac }, 2, 'tcp')).toBeGreaterThan(usPerMbit({ mode: ac }, 2, 'udp'))
  const { lightMs, heavyMs } = hopLatency({ mode: ac }, 3)
  expect(lightMs).toBeLessThan(1)
  expect(heavyMs).toBeGreaterThan(20 * lightMs)
})
