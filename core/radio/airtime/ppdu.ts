import { SHORT_GUARD_US, phyMbps } from '../propagation'
import type { Generation } from '../propagation'
import type { Band } from '../../plan'
import { macTiming } from './timing'

/** How one station sends its data: generation `a` is plain OFDM, without streams or aggregates. */
export type PhyMode =
  | { generation: 'a'; band: Band; rateMbps: number }
  | {
      generation: Generation
      band: Band
      widthMhz: number
      streams: number
      /** MCS per stream. */
      index: number
      guardUs?: number
    }

/** PHY rate of a mode, Mbit/s; 0 where the standard has no such rate. */
export function modeMbps(mode: PhyMode): number {
  if (mode.generation === 'a') return mode.rateMbps
  return phyMbps(mode.generation, mode.widthMhz, mode.streams, mode.index, guardOf(mode)) ?? 0
}

const guardOf = (mode: Exclude<PhyMode, { generation: 'a' }>): number =>
  mode.guardUs ?? SHORT_GUARD_US[mode.generation]

/** Long training fields: as many as streams, 3 counted as 4 and so on. Source: IEEE 802.11-2020 tables 19-13, 21-13. */
const trainingFields = (streams: number): number => (streams === 3 ? 4 : streams)

/**
 * Preamble and PHY header, µs. Source: IEEE 802.11-2020 17.3.2 (legacy 16 + 4), 19.3.2 (mixed format: HT-SIG 8, HT-STF 4,
 * HT-LTF 4 each), 21.3.2 (VHT-SIG-A 8, STF 4, LTF 4 each, SIG-B 4); 802.11ax-2021 27.3.4 (RL-SIG 4, HE-SIG-A 8, STF 4,
 * LTF 6.4 + guard each). The packet extension of ax is taken as 0.
 */
export function preambleUs(mode: PhyMode): number {
  const legacy = 20
  if (mode.generation === 'a') return legacy
  const fields = trainingFields(mode.streams)
  if (mode.generation === 'n') return legacy + 12 + 4 * fields
  if (mode.generation === 'ac') return legacy + 12 + 4 * fields + 4
  return legacy + 16 + (6.4 + guardOf(mode)) * fields
}

const SERVICE_BITS = 16
const TAIL_BITS = 6

/** Air time of one data PPDU of so many bytes (PSDU), µs, with the signal extension. Sources as above; equations 19-90, 21-111. */
export function dataPpduUs(mode: PhyMode, bytes: number): number {
  const extension = macTiming(mode.band).signalExtensionUs
  const bits = SERVICE_BITS + 8 * bytes + TAIL_BITS
  if (mode.generation === 'a') return preambleUs(mode) + 4 * Math.ceil(bits / (mode.rateMbps * 4)) + extension
  const symbolUs = (mode.generation === 'ax' ? 12.8 : 3.2) + guardOf(mode)
  // Rates are kept as Mbit/s; a symbol's bits are whole.
  const symbols = Math.ceil(bits / Math.round(modeMbps(mode) * symbolUs))
  return preambleUs(mode) + symbols * symbolUs + extension
}

/** Air time of a control frame as plain OFDM, µs. Source: IEEE 802.11-2020 17.4.3. */
export const controlUs = (bytes: number, rateMbps: number, band: Band): number =>
  20 +
  4 * Math.ceil((SERVICE_BITS + 8 * bytes + TAIL_BITS) / (rateMbps * 4)) +
  macTiming(band).signalExtensionUs

/** The plain OFDM rate with the same modulation and code. Source: IEEE 802.11-2020 table 10-10 (non-HT reference rate). */
const REFERENCE_MBPS = [6, 12, 18, 24, 36, 48, 54]
const BASIC_MBPS = [24, 12, 6]

/** Rate of the answer: the highest of the basic rates 6, 12, 24 not above the data's own. Source: IEEE 802.11-2020 10.6.6.5.2. */
export function answerMbps(mode: PhyMode): number {
  const reference = mode.generation === 'a' ? mode.rateMbps : (REFERENCE_MBPS[mode.index] ?? 54)
  return BASIC_MBPS.find((rate) => rate <= reference) ?? 6
}
