import type { Generation } from '../../plan'

/** Generations without streams: one antenna speaks, 20 MHz wide. */
export type LegacyGeneration = 'b' | 'g' | 'a'
export type StreamGeneration = Exclude<Generation, LegacyGeneration>

export const isLegacy = (generation: Generation): generation is LegacyGeneration =>
  generation in LEGACY_RATES_MBPS

const OFDM_MBPS = [6, 9, 12, 18, 24, 36, 48, 54]

/** Source: IEEE 802.11-2020 tables 17-4 (a), 18-2 (g: the same at 2.4 GHz), clauses 15 and 16 (b: DSSS 1 and 2, CCK 5.5 and 11). */
export const LEGACY_RATES_MBPS: Readonly<Record<LegacyGeneration, readonly number[]>> = {
  b: [1, 2, 5.5, 11],
  g: OFDM_MBPS,
  a: OFDM_MBPS,
}

/** Source: IEEE 802.11-2020 table 17-18. */
const OFDM_LEVELS_DBM = [-82, -81, -79, -77, -74, -70, -66, -65]

/**
 * Least signal at which a receiver must do each rate, dBm. b: −80 at 2 Mbit/s (IEEE 802.11-2020 15.4.8.2) and −76 at 11 (16.3.8.2);
 * the standard gives none for 1 and 5.5. assumed: 3 dB better at half the rate, and half-way between.
 */
export const LEGACY_NEEDED_LEVEL_DBM: Readonly<Record<LegacyGeneration, readonly number[]>> = {
  b: [-83, -80, -78, -76],
  g: OFDM_LEVELS_DBM,
  a: OFDM_LEVELS_DBM,
}

/** Bands that a generation is made for. Source: the same clauses; 802.11ax-2021 27.1.1, 802.11be-2024 36.1.1 (from memory). */
export const BANDS_OF: Readonly<Record<Generation, readonly string[]>> = {
  b: ['2.4'],
  g: ['2.4'],
  a: ['5'],
  n: ['2.4', '5'],
  ac: ['5'],
  ax: ['2.4', '5', '6'],
  be: ['2.4', '5', '6'],
}
