import { TCP_HEADERS_B, UDP_HEADERS_B, accessUs } from './cell'
import { exchangeOf } from './exchange'
import type { Exchange, Sending } from './exchange'

/** A segment's payload: 1500 − 20 − 32. Source: RFC 791, RFC 9293, RFC 7323. */
export const SEGMENT_B = 1448

/** What most of a site's traffic is: TCP, whose acknowledgements cross the air as well; or UDP of full packets. */
export type Transport = 'tcp' | 'udp'
const UDP_PAYLOAD_B = 1472

/**
 * Air that one Mbit of payload costs over one hop, µs, where so many stations want the same air: the exchange with its
 * wait, its idle slots and its share of collisions, over what it carries. 1 000 000 ÷ this is what the hop carries, Mbit/s.
 *
 * TCP's acknowledgements (one for two segments, RFC 1122 4.2.3.2) have to win the air like everybody else. As long as none
 * waits the sender is alone; as soon as one does, both want the air and each wins half the time. So of three exchanges two
 * carry segments and one the acknowledgements of both, and two of the three are contended: a lost draw costs an aggregate.
 */
export function usPerMbit(sending: Sending, contenders: number, transport: Transport = 'tcp'): number {
  if (transport === 'udp') {
    const exchange = exchangeOf(sending, UDP_PAYLOAD_B + UDP_HEADERS_B)
    return (1e6 * accessUs(exchange, Math.max(1, contenders))) / (exchange.filled.packets * UDP_PAYLOAD_B * 8)
  }
  const data = exchangeOf(sending, SEGMENT_B + TCP_HEADERS_B)
  const acks = exchangeOf(sending, TCP_HEADERS_B, data.filled.packets)
  const n = Math.max(2, contenders)
  const first = accessUs(data, contenders > 2 ? n : 1)
  const cycleUs = first + accessUs(data, n) + accessUs(acks, n, Math.max(acks.collisionUs, data.collisionUs))
  return (1e6 * cycleUs) / (2 * data.filled.packets * SEGMENT_B * 8)
}

/** Share of the air in use beyond which waits grow fast, for the heavy figure. Assumed. */
const HEAVY_LOAD = 0.9

export interface Latency {
  lightMs: number
  heavyMs: number
}

/**
 * One packet over one hop. Light: nobody else, one packet, no aggregate. Heavy: the others' aggregates come first, and with
 * nine tenths of the air taken one waits service ÷ (1 − 0.9) (M/M/1). What the device keeps in its own queue is not in it.
 */
export function hopLatency(sending: Sending, contenders: number): Latency {
  const alone: Exchange = exchangeOf(sending, SEGMENT_B + TCP_HEADERS_B, 1)
  const full = exchangeOf(sending, SEGMENT_B + TCP_HEADERS_B)
  return {
    lightMs: accessUs(alone, 1) / 1000,
    heavyMs: accessUs(full, Math.max(2, contenders)) / (1 - HEAVY_LOAD) / 1000,
  }
}
