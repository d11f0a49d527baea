import { AGGREGATION, fill } from './aggregate'
import type { Aggregation, Filled } from './aggregate'
import { answerMbps, controlUs, dsssControlUs } from './ppdu'
import type { PhyMode } from './ppdu'
import { macTiming } from './timing'
import type { MacTiming } from './timing'

/** Bytes of control frames. Source: IEEE 802.11-2020 9.3.1.2 to 9.3.1.8; a window over 64 takes a bitmap of 32 B, over 256 one of 128 B. */
const RTS_B = 20
const CTS_B = 14
const ACK_B = 14
const blockAckBytes = (window: number): number => (window > 256 ? 152 : window > 64 ? 56 : 32)

export interface Sending {
  mode: PhyMode
  aggregation?: Aggregation
  /** Announce each exchange by RTS and CTS. */
  rts?: boolean
}

/** One exchange, from the first slot after the wait to the end of the answer; all times µs. */
export interface Exchange {
  timing: MacTiming
  filled: Filled
  /** Data and all frames that belong to it, without the wait and the draw. */
  successUs: number
  /** What is lost when two speak at once: what is on the air. */
  collisionUs: number
  /** The answer at the end, or the CTS. */
  answerUs: number
}

/**
 * RTS, CTS, data, acknowledgement with SIFS between them. Source: IEEE 802.11-2020 10.3.2.5 to 10.3.2.11. Frames that
 * start together spoil each other's preambles, so nobody takes them for frames and the wait after them is the plain
 * one, as in Bianchi's Tc = H + P + DIFS + δ (JSAC 2000, equation 14).
 */
export function exchangeOf(sending: Sending, packetBytes: number, atMost = Infinity): Exchange {
  const { mode, rts = false } = sending
  const limits = sending.aggregation ?? AGGREGATION[mode.generation]
  const timing = macTiming(mode.band, !('rateMbps' in mode), mode.generation === 'b')
  const filled = fill(mode, limits, packetBytes, atMost)
  const rate = answerMbps(mode)
  const control = (bytes: number) =>
    mode.generation === 'b' ? dsssControlUs(bytes, rate) : controlUs(bytes, rate, mode.band)
  const answerUs = control(filled.block ? blockAckBytes(limits.window) : ACK_B)
  const rtsUs = control(RTS_B)
  const ctsUs = control(CTS_B)
  const announce = rts ? rtsUs + timing.sifsUs + ctsUs + timing.sifsUs : 0
  return {
    timing,
    filled,
    successUs: announce + filled.dataUs + timing.sifsUs + answerUs,
    collisionUs: rts ? rtsUs : filled.dataUs,
    answerUs,
  }
}
