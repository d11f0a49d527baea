import { SHORT_GUARD_US, SYMBOL_US, isLegacy, phyMbps } from '../propagation'
import type { Generation, StreamGeneration } from '../propagation'
import type { Band } from '../../plan'
import { macTiming } from './timing'

/** How one station sends its data: `a` is plain OFDM (g as well), `b` DSSS and CCK; both without streams or aggregates. */
export type PhyMode =
  | { generation: 'a'; band: Band; rateMbps: number }
  | { generation: 'b'; band: Band; rateMbps: number }
  | {
      generation: StreamGeneration
      band: Band
      widthMhz: number
      streams: number
      /** MCS per stream. */
      index: number
      guardUs?: number
    }

interface Shape {
  generation: Generation
  band: Band
  widthMhz: number
  streams: number
}

/** How a radio of that shape sends at a rate index; null where its standard has no such rate. */
export function phyMode({ generation, band, widthMhz, streams }: Shape, index: number): PhyMode | null {
  if (!isLegacy(generation))
    return phyMbps(generation, widthMhz, streams, index) === null
      ? null
      : { generation, band, widthMhz, streams, index }
  const rateMbps = phyMbps(generation, 20, 1, index)
  if (rateMbps === null) return null
  return generation === 'b' ? { generation: 'b', band, rateMbps } : { generation: 'a', band, rateMbps }
}

/** PHY rate of a mode, Mbit/s; 0 where the standard has no such rate. */
export function modeMbps(mode: PhyMode): number {
  if ('rateMbps' in mode) return mode.rateMbps
  return phyMbps(mode.generation, mode.widthMhz, mode.streams, mode.index, guardOf(mode)) ?? 0
}

const guardOf = (mode: Exclude<PhyMode, { rateMbps: number }>): number =>
  mode.guardUs ?? SHORT_GUARD_US[mode.generation]

/** Long training fields: as many as streams, 3 counted as 4 and so on. Source: IEEE 802.11-2020 tables 19-13, 21-13. */
const trainingFields = (streams: number): number => (streams === 3 ? 4 : streams)

/**
 * Preamble and PHY header, µs. Source: IEEE 802.11-2020 17.3.2 (legacy 16 + 4), 19.3.2 (mixed format: HT-SIG 8, HT-STF 4,
 * HT-LTF 4 each), 21.3.2 (VHT-SIG-A 8, STF 4, LTF 4 each, SIG-B 4); 802.11ax-2021 27.3.4 (RL-SIG 4, HE-SIG-A 8, STF 4,
 * LTF 6.4 + guard each); 802.11be-2024 36.3.4 (RL-SIG 4, U-SIG 8, EHT-SIG of one symbol 4, STF 4, LTF as ax; from memory). The
 * packet extension of ax and be is taken as 0.
 */
export function preambleUs(mode: PhyMode): number {
  if (mode.generation === 'b') return DSSS_PREAMBLE_US
  const legacy = 20
  if (mode.generation === 'a') return legacy
  const fields = trainingFields(mode.streams)
  if (mode.generation === 'n') return legacy + 12 + 4 * fields
  if (mode.generation === 'ac') return legacy + 12 + 4 * fields + 4
  return legacy + (mode.generation === 'ax' ? 16 : 20) + (6.4 + guardOf(mode)) * fields
}

/** Long preamble 144 µs and header 48 µs. Source: IEEE 802.11-2020 16.2.2.2. */
const DSSS_PREAMBLE_US = 192

const SERVICE_BITS = 16
const TAIL_BITS = 6

/** Air time of one data PPDU of so many bytes (PSDU), µs, with the signal extension. Sources as above; equations 19-90, 21-111. */
export function dataPpduUs(mode: PhyMode, bytes: number): number {
  if (mode.generation === 'b') return DSSS_PREAMBLE_US + (8 * bytes) / mode.rateMbps
  const extension = macTiming(mode.band).signalExtensionUs
  const bits = SERVICE_BITS + 8 * bytes + TAIL_BITS
  if (mode.generation === 'a') return preambleUs(mode) + 4 * Math.ceil(bits / (mode.rateMbps * 4)) + extension
  const symbolUs = SYMBOL_US[mode.generation] + guardOf(mode)
  // Rates are kept as Mbit/s; a symbol's bits are whole.
  const symbols = Math.ceil(bits / Math.round(modeMbps(mode) * symbolUs))
  return preambleUs(mode) + symbols * symbolUs + extension
}

/** Air time of a control frame as plain OFDM, µs. Source: IEEE 802.11-2020 17.4.3. */
export const controlUs = (bytes: number, rateMbps: number, band: Band): number =>
  20 +
  4 * Math.ceil((SERVICE_BITS + 8 * bytes + TAIL_BITS) / (rateMbps * 4)) +
  macTiming(band).signalExtensionUs

/** The same as DSSS, for stations that know nothing newer. */
export const dsssControlUs = (bytes: number, rateMbps: number): number =>
  DSSS_PREAMBLE_US + (8 * bytes) / rateMbps

/** The plain OFDM rate with the same modulation and code. Source: IEEE 802.11-2020 table 10-10 (non-HT reference rate). */
const REFERENCE_MBPS = [6, 12, 18, 24, 36, 48, 54]
const BASIC_MBPS = [24, 12, 6]

/** Rate of the answer: the highest of the basic rates 6, 12, 24 not above the data's own. Source: IEEE 802.11-2020 10.6.6.5.2. */
export function answerMbps(mode: PhyMode): number {
  if (mode.generation === 'b') return mode.rateMbps >= 2 ? 2 : 1
  const reference = 'rateMbps' in mode ? mode.rateMbps : (REFERENCE_MBPS[mode.index] ?? 54)
  return BASIC_MBPS.find((rate) => rate <= reference) ?? 6
}
