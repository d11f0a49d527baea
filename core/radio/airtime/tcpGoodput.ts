import { AGGREGATION } from './aggregate'
import { SEGMENT_B } from './cost'
import { controlUs } from './ppdu'
import { MAX_PPDU_US, macTiming } from './timing'

/**
 * What one TCP sender gets through a link when nobody else speaks: the yardstick for a throughput test.
 * Ethernet: goodput = rate · 1448 / 1538.
 *   1448 B of payload in a segment (1500 MTU − 20 IPv4 − 32 TCP with time stamps, RFC 7323);
 *   1538 B on the wire (14 header + 4 FCS + 8 preamble + 12 gap; IEEE 802.3-2022 clauses 3 and 4).
 */
export const TCP_PAYLOAD_B = SEGMENT_B
export const ETHERNET_WIRE_B = 1538

export const wiredTcpGoodputMbps = (linkMbps: number): number => (linkMbps * TCP_PAYLOAD_B) / ETHERNET_WIRE_B

const { slotUs, sifsUs, aifsUs, cwMin } = macTiming('5')
const BACKOFF_US = (cwMin / 2) * slotUs
/** Mixed-format preamble of one stream. Source: IEEE 802.11-2020 19.3.2, 21.3.2. */
const PREAMBLE_US = 40
const BLOCK_ACK_US = controlUs(32, 24, '5')
/** MAC header with QoS 26, LLC 8, IPv4 20, TCP 32, FCS 4, delimiter 4, padding to four bytes. */
const MPDU_B = 1544
const ACK_MPDU_B = 96
const { maxAmpduBytes, window } = AGGREGATION.n

const exchangeUs = (bytes: number, phyMbps: number): number =>
  aifsUs + BACKOFF_US + PREAMBLE_US + (bytes * 8) / phyMbps + sifsUs + BLOCK_ACK_US

/** How many full segments one aggregate carries at that rate: by count, by bytes and by air time. */
export function segmentsPerAggregate(phyMbps: number): number {
  const byTime = Math.floor(((MAX_PPDU_US - PREAMBLE_US) * phyMbps) / 8 / MPDU_B)
  return Math.max(1, Math.min(window, Math.floor(maxAmpduBytes / MPDU_B), byTime))
}

/**
 * Radio: each aggregate of n segments costs one exchange, and its acknowledgements (one per two segments, RFC 1122
 * 4.2.3.2) cost another one of their own. goodput = n · 1448 · 8 / (T_data + T_ack). One station, no loss, no RTS.
 * Valid for 802.11n and later with aggregation; other people's traffic is for the range, not for this figure.
 */
export function radioTcpGoodputMbps(phyMbps: number): number {
  const segments = segmentsPerAggregate(phyMbps)
  const dataUs = exchangeUs(segments * MPDU_B, phyMbps)
  const ackUs = exchangeUs(Math.ceil(segments / 2) * ACK_MPDU_B, phyMbps)
  return (segments * TCP_PAYLOAD_B * 8) / (dataUs + ackUs)
}
