import type { Generation } from '../../plan'
import { LEGACY_NEEDED_LEVEL_DBM, LEGACY_RATES_MBPS, isLegacy } from './legacyRates'
import type { StreamGeneration } from './legacyRates'

export type { Generation } from '../../plan'
export type WidthMhz = 20 | 40 | 80 | 160 | 320

/**
 * Coded bits per subcarrier and code rate of each rate index. Source: IEEE 802.11-2020 tables 19-27, 21-30; 802.11ax-2021 27-55;
 * 802.11be-2024 table 36-71 (from memory).
 */
const MODULATIONS: readonly [bits: number, code: number][] = [
  [1, 1 / 2],
  [2, 1 / 2],
  [2, 3 / 4],
  [4, 1 / 2],
  [4, 3 / 4],
  [6, 2 / 3],
  [6, 3 / 4],
  [6, 5 / 6],
  [8, 3 / 4],
  [8, 5 / 6],
  [10, 3 / 4],
  [10, 5 / 6],
  [12, 3 / 4],
  [12, 5 / 6],
]

/** Data subcarriers. Source: IEEE 802.11-2020 tables 19-6, 21-5; 802.11ax-2021 table 27-13; 802.11be-2024 table 36-19 (from memory). */
const SUBCARRIERS: Record<StreamGeneration, Partial<Record<number, number>>> = {
  n: { 20: 52, 40: 108 },
  ac: { 20: 52, 40: 108, 80: 234, 160: 468 },
  ax: { 20: 234, 40: 468, 80: 980, 160: 1960 },
  be: { 20: 234, 40: 468, 80: 980, 160: 1960, 320: 3920 },
}

/** Symbol without guard interval: 3.2 µs; from ax on 12.8 µs. */
export const SYMBOL_US: Record<StreamGeneration, number> = { n: 3.2, ac: 3.2, ax: 12.8, be: 12.8 }
const HIGHEST_INDEX: Record<StreamGeneration, number> = { n: 7, ac: 9, ax: 11, be: 13 }
/** The shortest guard interval: 0.4 µs; from ax on 0.8 µs. */
export const SHORT_GUARD_US: Record<StreamGeneration, number> = { n: 0.4, ac: 0.4, ax: 0.8, be: 0.8 }

const highestIndex = (generation: Generation): number =>
  isLegacy(generation) ? LEGACY_RATES_MBPS[generation].length - 1 : HIGHEST_INDEX[generation]

/** The channel widths that a generation has. */
export const widthsOf = (generation: Generation): number[] =>
  isLegacy(generation) ? [20] : Object.keys(SUBCARRIERS[generation]).map(Number)

/** 802.11ac leaves out the rates whose bits do not divide evenly over its encoders. Source: IEEE 802.11-2020 tables 21-30 to 21-61. */
const LEFT_OUT = new Set('20 9 1,20 9 2,20 9 4,20 9 5,20 9 7,20 9 8,80 6 3,80 6 7,80 9 6,160 9 3'.split(','))

/**
 * PHY rate, Mbit/s: subcarriers × bits × code × streams ÷ symbol time. Null where the standard has no such rate.
 * `index` is the MCS per stream, 0–7 (n), 0–9 (ac), 0–11 (ax), 0–13 (be); of b, g and a the place in their list of rates.
 */
export function phyMbps(
  generation: Generation,
  widthMhz: number,
  streams: number,
  index: number,
  guardUs = isLegacy(generation) ? 0 : SHORT_GUARD_US[generation],
): number | null {
  if (isLegacy(generation))
    return widthMhz === 20 && streams === 1 ? (LEGACY_RATES_MBPS[generation][index] ?? null) : null
  const subcarriers = SUBCARRIERS[generation][widthMhz]
  const modulation = MODULATIONS[index]
  if (!subcarriers || !modulation || index < 0 || index > HIGHEST_INDEX[generation]) return null
  if (streams < 1 || streams > (generation === 'n' ? 4 : 8)) return null
  if (generation === 'ac' && LEFT_OUT.has(`${widthMhz} ${index} ${streams}`)) return null
  const [bits, code] = modulation
  return (subcarriers * bits * code * streams) / (SYMBOL_US[generation] + guardUs)
}

/** Least signal at which a receiver must do each rate at 20 MHz, dBm. Source: IEEE 802.11-2020 tables 19-23 and 21-25; 802.11ax-2021 table 27-51; the last two: 802.11be-2024 table 36-67 (from memory). */
export const SENSITIVITY_20_DBM: readonly number[] = [
  -82, -79, -77, -74, -70, -66, -65, -64, -59, -57, -54, -52, -49, -46,
]

/** Twice the width, 3 dB more. Same tables. */
export const sensitivityDbm = (index: number, widthMhz: number): number =>
  (SENSITIVITY_20_DBM[index] ?? 0) + 3 * Math.log2(widthMhz / 20)

/** The standard's table assumes a noise figure of 10 dB and 5 dB lost in the making. Source: IEEE 802.11-2020 17.3.10.2. */
const TABLE_NOISE_FIGURE_DB = 10
const NOISE_20_DBM = -174 + 10 * Math.log10(20e6)

/** Signal over noise (and interference) that each rate index needs: what the table's level is over the table's noise. */
export const neededSnrDb = (index: number, generation: Generation = 'ax'): number =>
  ((isLegacy(generation) ? LEGACY_NEEDED_LEVEL_DBM[generation] : SENSITIVITY_20_DBM)[index] ?? 0) -
  (NOISE_20_DBM + TABLE_NOISE_FIGURE_DB)

/** The highest rate index that a ratio carries, or −1: below the lowest one nothing gets through. */
export function rateIndex(generation: Generation, snrDb: number): number {
  let best = -1
  for (let index = 0; index <= highestIndex(generation); index++)
    if (snrDb >= neededSnrDb(index, generation)) best = index
  return best
}

/** Rate at a ratio; an index that the width lacks falls to the next below. 0: not connected. */
export function rateMbps(generation: Generation, widthMhz: number, streams: number, snrDb: number): number {
  const [width, chains] = isLegacy(generation) ? [20, 1] : [widthMhz, streams]
  for (let index = rateIndex(generation, snrDb); index >= 0; index--) {
    const rate = phyMbps(generation, width, chains, index)
    if (rate !== null) return rate
  }
  return 0
}
