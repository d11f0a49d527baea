import { dataPpduUs } from './ppdu'
import type { PhyMode } from './ppdu'
import { MAX_PPDU_US } from './timing'

export interface Aggregation {
  /** Most bytes in one A-MPDU; 0: one MPDU at a time. */
  maxAmpduBytes: number
  /** Most bytes in one A-MSDU; 0: none. */
  maxAmsduBytes: number
  /** MPDUs that one block acknowledgement covers. */
  window: number
}

/**
 * The most that a generation allows, and what devices do when left alone. Source: IEEE 802.11-2020 9.4.2.55 (n: 65 535 B),
 * 9.4.2.157 (ac: 1 048 575 B), 802.11ax-2021 9.4.2.248 (6 500 631 B, window 256),
 * 802.11be-2024 9.4.2.313 (15 523 200 B, window 1024; from memory). That devices use all of it is common
 * practice, no source; plain OFDM has none.
 */
export const AGGREGATION: Record<PhyMode['generation'], Aggregation> = {
  b: { maxAmpduBytes: 0, maxAmsduBytes: 0, window: 1 },
  a: { maxAmpduBytes: 0, maxAmsduBytes: 0, window: 1 },
  n: { maxAmpduBytes: 65_535, maxAmsduBytes: 0, window: 64 },
  ac: { maxAmpduBytes: 1_048_575, maxAmsduBytes: 0, window: 64 },
  ax: { maxAmpduBytes: 6_500_631, maxAmsduBytes: 0, window: 256 },
  be: { maxAmpduBytes: 15_523_200, maxAmsduBytes: 0, window: 1024 },
}

/** MAC header with QoS 26 B, or 24 B without, and FCS 4 B. Source: IEEE 802.11-2020 9.3.2.1. */
export const macBytes = (mode: PhyMode): number => ('rateMbps' in mode ? 28 : 30)
/** LLC and SNAP. Source: IEEE 802.2, RFC 1042. */
export const LLC_B = 8
const DELIMITER_B = 4
const SUBFRAME_HEADER_B = 14
const padded = (bytes: number): number => Math.ceil(bytes / 4) * 4

export interface Filled {
  /** Packets of the network layer in the PPDU, and the MPDUs they came in. */
  packets: number
  mpdus: number
  bytes: number
  /** Whether it is answered by a block acknowledgement. */
  block: boolean
  dataUs: number
}

/**
 * One PPDU filled with packets of `packetBytes` (IP header and all), up to `atMost`: by bytes, by window and by air time.
 * An A-MPDU's subframes carry a delimiter and are padded to four bytes, all but the last.
 */
export function fill(mode: PhyMode, limits: Aggregation, packetBytes: number, atMost = Infinity): Filled {
  const single = macBytes(mode) + LLC_B + packetBytes
  if (limits.maxAmpduBytes === 0 || 'rateMbps' in mode) {
    // From ac on a lone MPDU travels as an A-MPDU of one. Source: IEEE 802.11-2020 10.12.7.
    const bytes = 'rateMbps' in mode || mode.generation === 'n' ? single : single + DELIMITER_B
    return { packets: 1, mpdus: 1, bytes, block: false, dataUs: dataPpduUs(mode, bytes) }
  }
  const perMsdu = packetsPerMsdu(limits, packetBytes)
  const one = (packets: number): number =>
    DELIMITER_B + (perMsdu > 1 ? macBytes(mode) + msduBytes(packets, packetBytes) : single)
  const total = (packets: number): number => {
    const whole = Math.floor(packets / perMsdu)
    const rest = packets % perMsdu
    const last = rest > 0 ? one(rest) : one(perMsdu)
    return padded(one(perMsdu)) * (rest > 0 ? whole : whole - 1) + last
  }
  const fits = (packets: number): boolean =>
    packets <= limits.window * perMsdu &&
    total(packets) <= limits.maxAmpduBytes &&
    dataPpduUs(mode, total(packets)) <= MAX_PPDU_US
  const packets = Math.max(1, Math.min(atMost, largest(fits, limits.window * perMsdu)))
  const bytes = total(packets)
  return { packets, mpdus: Math.ceil(packets / perMsdu), bytes, block: true, dataUs: dataPpduUs(mode, bytes) }
}

/** The largest count that fits, by halving; what fits does so for all smaller counts. */
function largest(fits: (count: number) => boolean, most: number): number {
  let [low, high] = [1, most]
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    if (fits(middle)) low = middle
    else high = middle - 1
  }
  return low
}

/** A-MSDU subframes: a header of 14 B each, padded to four bytes, all but the last. Source: IEEE 802.11-2020 9.3.2.2. */
const msduBytes = (packets: number, packetBytes: number): number =>
  padded(SUBFRAME_HEADER_B + LLC_B + packetBytes) * (packets - 1) + SUBFRAME_HEADER_B + LLC_B + packetBytes

function packetsPerMsdu({ maxAmsduBytes }: Aggregation, packetBytes: number): number {
  let packets = 1
  while (msduBytes(packets + 1, packetBytes) <= maxAmsduBytes) packets++
  return packets
}
