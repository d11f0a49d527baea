import type { Band } from '../../plan'

/** Middle of a 20 MHz channel. Source: IEEE 802.11-2020 annex E, 17.3.8.4; 802.11ax-2021 27.3.23.2. */
export function channelMhz(band: Band, channel: number): number {
  if (band === '2.4') return channel === 14 ? 2484 : 2407 + 5 * channel
  return band === '5' ? 5000 + 5 * channel : 5950 + 5 * channel
}

/** 5 GHz blocks begin at 36 and 149; 6 GHz ones at 1. Source: IEEE 802.11-2020 table E-4. */
const blockStart = (band: Band, channel: number): number => {
  if (band === '6') return 1
  return channel >= 149 ? 149 : channel >= 100 ? 100 : 36
}

export interface Span {
  fromMhz: number
  toMhz: number
}

/**
 * The air that a radio takes. 5 and 6 GHz: the block of that width that holds the primary channel. 2.4 GHz: 20 MHz
 * round the channel, or 40 MHz to the side that has room (the lower channels grow upwards).
 */
export function spanOf(band: Band, channel: number, widthMhz: number): Span {
  const middle = channelMhz(band, channel)
  if (band === '2.4') {
    const shift = widthMhz === 40 ? (channel <= 7 ? 10 : -10) : 0
    return { fromMhz: middle + shift - widthMhz / 2, toMhz: middle + shift + widthMhz / 2 }
  }
  const start = blockStart(band, channel)
  const block = Math.floor(((channel - start) * 5) / widthMhz)
  const fromMhz = channelMhz(band, start) - 10 + block * widthMhz
  return { fromMhz, toMhz: fromMhz + widthMhz }
}

/** The 20 MHz channels of a radio's block. */
export function channelsWithin(band: Band, channel: number, widthMhz: number): number[] {
  if (band === '2.4') return [channel]
  const { fromMhz } = spanOf(band, channel, widthMhz)
  const base = band === '5' ? 5000 : 5950
  return Array.from({ length: widthMhz / 20 }, (_, i) => (fromMhz + 10 + 20 * i - base) / 5)
}

export const sharedMhz = (a: Span, b: Span): number =>
  Math.max(0, Math.min(a.toMhz, b.toMhz) - Math.max(a.fromMhz, b.fromMhz))

/**
 * How much of one radio's power falls into another's channel, dB; −Infinity where they do not touch. The overlapping
 * share of a flat spectrum, and the neighbouring 20 MHz at −20 dB and the next at −28 dB: the transmit mask's corners.
 * Source: IEEE 802.11-2020 17.3.9.3 (mask: −20 dBr at 11 MHz, −28 dBr at 20 MHz, −40 dBr at 30 MHz).
 */
export function leakDb(from: Span, into: Span): number {
  const shared = sharedMhz(from, into)
  if (shared > 0) return 10 * Math.log10(shared / (from.toMhz - from.fromMhz))
  const gap = Math.max(into.fromMhz - from.toMhz, from.fromMhz - into.toMhz)
  if (gap < 10) return -20
  return gap < 20 ? -28 : gap < 40 ? -40 : -Infinity
}
