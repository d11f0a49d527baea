/** PHY rates and sensitivities as the standards print them, in full for one stream; from memory. */
import { dataPpduUs, phyMode } from '~/core/radio/airtime'
import { neededSnrDb, phyMbps, rateIndex, rateMbps, sensitivityDbm } from '~/core/radio/propagation'
import type { Generation } from '~/core/radio/propagation'

type Table = [generation: Generation, widthMhz: number, guardUs: number, rates: (number | null)[]]

const TABLES: Table[] = [
  // IEEE 802.11-2020 tables 19-27 and 19-31.
  ['n', 20, 0.8, [6.5, 13, 19.5, 26, 39, 52, 58.5, 65]],
  ['n', 20, 0.4, [7.2, 14.4, 21.7, 28.9, 43.3, 57.8, 65, 72.2]],
  ['n', 40, 0.8, [13.5, 27, 40.5, 54, 81, 108, 121.5, 135]],
  ['n', 40, 0.4, [15, 30, 45, 60, 90, 120, 135, 150]],
  // IEEE 802.11-2020 tables 21-30, 21-38, 21-46, 21-54.
  ['ac', 20, 0.8, [6.5, 13, 19.5, 26, 39, 52, 58.5, 65, 78, null]],
  ['ac', 20, 0.4, [7.2, 14.4, 21.7, 28.9, 43.3, 57.8, 65, 72.2, 86.7, null]],
  ['ac', 40, 0.8, [13.5, 27, 40.5, 54, 81, 108, 121.5, 135, 162, 180]],
  ['ac', 40, 0.4, [15, 30, 45, 60, 90, 120, 135, 150, 180, 200]],
  ['ac', 80, 0.8, [29.3, 58.5, 87.8, 117, 175.5, 234, 263.3, 292.5, 351, 390]],
  ['ac', 80, 0.4, [32.5, 65, 97.5, 130, 195, 260, 292.5, 325, 390, 433.3]],
  ['ac', 160, 0.8, [58.5, 117, 175.5, 234, 351, 468, 526.5, 585, 702, 780]],
  ['ac', 160, 0.4, [65, 130, 195, 260, 390, 520, 585, 650, 780, 866.7]],
  // IEEE 802.11ax-2021 tables 27-79, 27-87, 27-95, 27-103.
  ['ax', 20, 0.8, [8.6, 17.2, 25.8, 34.4, 51.6, 68.8, 77.4, 86, 103.2, 114.7, 129, 143.4]],
  ['ax', 20, 1.6, [8.1, 16.3, 24.4, 32.5, 48.8, 65, 73.1, 81.3, 97.5, 108.3, 121.9, 135.4]],
  ['ax', 20, 3.2, [7.3, 14.6, 21.9, 29.3, 43.9, 58.5, 65.8, 73.1, 87.8, 97.5, 109.7, 121.9]],
  ['ax', 40, 0.8, [17.2, 34.4, 51.6, 68.8, 103.2, 137.6, 154.9, 172.1, 206.5, 229.4, 258.1, 286.8]],
  ['ax', 40, 3.2, [14.6, 29.3, 43.9, 58.5, 87.8, 117, 131.6, 146.3, 175.5, 195, 219.4, 243.8]],
  ['ax', 80, 0.8, [36, 72.1, 108.1, 144.1, 216.2, 288.2, 324.3, 360.3, 432.4, 480.4, 540.4, 600.5]],
  ['ax', 80, 1.6, [34, 68.1, 102.1, 136.1, 204.2, 272.2, 306.3, 340.3, 408.3, 453.7, 510.4, 567.1]],
  // IEEE 802.11be-2024 tables 36-72 and on: as ax, two indices more, and 320 MHz.
  ['be', 20, 0.8, [8.6, 17.2, 25.8, 34.4, 51.6, 68.8, 77.4, 86, 103.2, 114.7, 129, 143.4, 154.9, 172.1]],
  [
    'be',
    40,
    0.8,
    [17.2, 34.4, 51.6, 68.8, 103.2, 137.6, 154.9, 172.1, 206.5, 229.4, 258.1, 286.8, 309.7, 344.1],
  ],
  [
    'be',
    80,
    0.8,
    [36, 72.1, 108.1, 144.1, 216.2, 288.2, 324.3, 360.3, 432.4, 480.4, 540.4, 600.5, 648.5, 720.6],
  ],
  [
    'be',
    160,
    0.8,
    [72.1, 144.1, 216.2, 288.2, 432.4, 576.5, 648.5, 720.6, 864.7, 960.8, 1080.9, 1201, 1297.1, 1441.2],
  ],
  [
    'be',
    320,
    0.8,
    [
      144.1, 288.2, 432.4, 576.5, 864.7, 1152.9, 1297.1, 1441.2, 1729.4, 1921.6, 2161.8, 2401.9, 2594.1,
      2882.4,
    ],
  ],
  [
    'be',
    320,
    3.2,
    [122.5, 245, 367.5, 490, 735, 980, 1102.5, 1225, 1470, 1633.3, 1837.5, 2041.7, 2205, 2450],
  ],
  // IEEE 802.11-2020 table 17-4, clause 18, clauses 15 and 16.
  ['a', 20, 0, [6, 9, 12, 18, 24, 36, 48, 54]],
  ['g', 20, 0, [6, 9, 12, 18, 24, 36, 48, 54]],
  ['b', 20, 0, [1, 2, 5.5, 11]],
  ['ax', 160, 0.8, [72.1, 144.1, 216.2, 288.2, 432.4, 576.5, 648.5, 720.6, 864.7, 960.8, 1080.9, 1201]],
]

const shown = (rate: number | null) => (rate === null ? null : Math.round(rate * 10) / 10)

describe('rate tables', () => {
  test.each(TABLES)('802.11%s, %d MHz, guard %d µs', (generation, width, guard, rates) => {
    rates.forEach((rate, index) => {
      const ours = phyMbps(generation, width, 1, index, guard)
      if (rate === null) expect(ours).toBeNull()
      // The standard cuts or rounds its last digit differently from table to table.
      else expect(Math.abs((shown(ours) ?? 0) - rate)).toBeLessThanOrEqual(0.1001)
    })
    expect(phyMbps(generation, width, 1, rates.length, guard)).toBeNull()
  })

  test.each(TABLES)(
    '802.11%s, %d MHz, guard %d µs: two to four streams carry as many times',
    (generation, width, guard, rates) => {
      for (const streams of [2, 3, 4])
        rates.forEach((_, index) => {
          const one = phyMbps(generation, width, 1, index, guard)
          const all = phyMbps(generation, width, streams, index, guard)
          if (one !== null && all !== null) expect(all).toBeCloseTo(streams * one, 6)
        })
    },
  )

  test.each([
    ['n', 40, 4, 7, 600],
    ['ac', 20, 3, 9, 288.9],
    ['ac', 80, 2, 9, 866.7],
    ['ac', 80, 3, 9, 1300],
    ['ac', 80, 4, 9, 1733.3],
    ['ac', 160, 2, 9, 1733.3],
    ['ax', 40, 2, 11, 573.5],
    ['ax', 80, 2, 11, 1201],
    ['ax', 80, 4, 11, 2401.9],
    ['ax', 160, 4, 11, 4803.9],
    ['be', 320, 2, 13, 5764.7],
    ['be', 320, 8, 13, 23_058.8],
  ] as const)(
    '802.11%s %d MHz, %d streams, index %d: %d Mbit/s',
    (generation, width, streams, index, rate) => {
      expect(phyMbps(generation, width, streams, index)).toBeCloseTo(rate, 0)
    },
  )

  test('combinations that 802.11ac leaves out (20 MHz index 9; 80 MHz, 3 streams, index 6; 160 MHz, 3, 9)', () => {
    for (const [width, streams, index] of [
      [20, 1, 9],
      [20, 2, 9],
      [20, 4, 9],
      [80, 3, 6],
      [160, 3, 9],
    ] as const)
      expect(phyMbps('ac', width, streams, index)).toBeNull()
    expect(phyMbps('ac', 20, 3, 9)).not.toBeNull()
    expect(phyMbps('ac', 80, 4, 6)).not.toBeNull()
  })

  test('no such width, index or number of streams', () => {
    expect(phyMbps('n', 80, 1, 0)).toBeNull()
    expect(phyMbps('n', 20, 5, 0)).toBeNull()
    expect(phyMbps('ac', 80, 1, -1)).toBeNull()
    expect(phyMbps('ax', 320, 1, 0)).toBeNull()
    expect(phyMbps('ax', 80, 1, 12)).toBeNull()
    expect(phyMbps('a', 40, 1, 0)).toBeNull()
    expect(phyMbps('g', 20, 2, 0)).toBeNull()
  })
})

describe('before streams, and after them', () => {
  test.each([
    // IEEE 802.11-2020 table 17-18: −65 dBm for 54 Mbit/s, over the table's own noise of −91 dBm.
    ['a', 54, 26],
    ['g', 6, 9],
    ['b', 11, 15],
  ] as const)('802.11%s needs for %d Mbit/s a ratio of %d dB', (generation, rate, snrDb) => {
    expect(rateMbps(generation, 20, 1, snrDb + 0.1)).toBe(rate)
    expect(rateMbps(generation, 20, 1, snrDb - 0.1)).toBeLessThan(rate)
  })

  test('a wide channel and streams that a generation lacks do not make it faster', () => {
    expect(rateMbps('g', 40, 2, 60)).toBe(54)
    expect(rateMbps('be', 320, 2, 60)).toBeCloseTo(5764.7, 0)
    expect(rateMbps('be', 320, 2, 44)).toBeCloseTo(5188.2, 0)
  })

  test('air time of one frame of 1536 bytes: DSSS after 192 µs, OFDM after 20', () => {
    const us = (generation: Generation, index: number, widthMhz = 20, streams = 1) =>
      dataPpduUs(
        phyMode({ generation, band: generation === 'a' ? '5' : '2.4', widthMhz, streams }, index)!,
        1536,
      )
    // 192 + 8 · 1536 / 11 (IEEE 802.11-2020 16.2.2); 20 + 4 · ⌈(16 + 12 288 + 6) / 216⌉, and 6 more at 2.4 GHz (17.4.3, 18.3.2.4).
    expect(us('b', 3)).toBeCloseTo(1309.09, 2)
    expect(us('a', 7)).toBe(248)
    expect(us('g', 7)).toBe(254)
    // 20 + 20 + 2 · 7.2 + 13.6 for one symbol of 2 · 3920 · 10 bits.
    expect(
      dataPpduUs(phyMode({ generation: 'be', band: '6', widthMhz: 320, streams: 2 }, 13)!, 1536),
    ).toBeCloseTo(68, 1)
  })
})

describe('least input levels, IEEE 802.11-2020 tables 19-23, 21-25, 802.11ax-2021 table 27-51', () => {
  const AT_20 = [-82, -79, -77, -74, -70, -66, -65, -64, -59, -57, -54, -52]
  test.each([
    [20, 0],
    [40, 3],
    [80, 6],
    [160, 9],
  ])('%d MHz', (width, more) => {
    AT_20.forEach((level, index) => expect(sensitivityDbm(index, width)).toBeCloseTo(level + more, 6))
  })

  test('the ratio needed is the table’s level over its own noise: 9 dB for the lowest, 39 for the highest', () => {
    expect(neededSnrDb(0)).toBeCloseTo(9, 1)
    expect(neededSnrDb(11)).toBeCloseTo(39, 1)
    expect(rateIndex('ax', 8.5)).toBe(-1)
    expect(rateIndex('ax', 60)).toBe(11)
    expect(rateIndex('be', 60)).toBe(13)
    expect(rateIndex('n', 60)).toBe(7)
    expect(rateMbps('ac', 20, 1, 60)).toBeCloseTo(86.7, 1)
    expect(rateMbps('ax', 80, 2, 5)).toBe(0)
  })
})
