import { contention, slotShares, stagesOf } from './contention'
import { exchangeOf } from './exchange'
import type { Exchange, Sending } from './exchange'

/** IPv4 and UDP headers. Source: RFC 791, RFC 768. */
export const UDP_HEADERS_B = 28
/** IPv4, and TCP with time stamps. Source: RFC 791, RFC 9293, RFC 7323. */
export const TCP_HEADERS_B = 52

export interface CellShare {
  goodputMbps: number
  /** Its packets per PPDU and their time on the air. */
  exchange: Exchange
}

export interface CellResult {
  each: CellShare[]
  totalMbps: number
  /** Chance that a frame is spoken over. */
  collisionChance: number
}

/**
 * Stations that always have UDP packets of `payloadBytes` to send, all hearing each other, on one channel.
 * `beaconShare` of the time (0…1) is not theirs.
 */
export function saturatedUdp(
  stations: readonly Sending[],
  payloadBytes: number,
  beaconShare = 0,
): CellResult {
  const exchanges = stations.map((sending) => exchangeOf(sending, payloadBytes + UDP_HEADERS_B))
  const [first] = exchanges
  if (!first) return { each: [], totalMbps: 0, collisionChance: 0 }
  const { cwMin, cwMax, slotUs } = first.timing
  const { tau, p } = contention(stations.length, cwMin, stagesOf(cwMin, cwMax))
  const shares = slotShares(
    exchanges.map(({ successUs, collisionUs, timing }) => ({
      successUs: successUs + timing.aifsUs,
      collisionUs: collisionUs + timing.aifsUs,
    })),
    tau,
    slotUs,
  )
  const each = exchanges.map((exchange) => ({
    exchange,
    goodputMbps:
      ((1 - beaconShare) * shares.eachSucceeds * exchange.filled.packets * payloadBytes * 8) /
      shares.meanSlotUs,
  }))
  return { each, totalMbps: each.reduce((sum, { goodputMbps }) => sum + goodputMbps, 0), collisionChance: p }
}

/** Time that one exchange takes when so many stations want the air: wait, idle slots, its share of collisions, and itself. */
export function accessUs(exchange: Exchange, contenders: number, collisionUs = exchange.collisionUs): number {
  const { cwMin, cwMax, slotUs, aifsUs } = exchange.timing
  const { tau } = contention(contenders, cwMin, stagesOf(cwMin, cwMax))
  const shares = slotShares(
    Array.from({ length: contenders }, () => ({ successUs: 0, collisionUs: collisionUs + aifsUs })),
    tau,
    slotUs,
  )
  const succeeds = shares.eachSucceeds * contenders
  return exchange.successUs + aifsUs + shares.meanSlotUs / succeeds
}

/**
 * One sender's packets to several receivers from one queue, first come first served: all get as many packets. What
 * each packet costs is its receiver's own exchange, so the slowest sets the pace of all.
 */
export function sharedQueueUdp(receivers: readonly Sending[], payloadBytes: number, beaconShare = 0): number {
  const perPacketUs = receivers.reduce((sum, sending) => {
    const exchange = exchangeOf(sending, payloadBytes + UDP_HEADERS_B)
    return sum + accessUs(exchange, 1) / exchange.filled.packets
  }, 0)
  return ((1 - beaconShare) * receivers.length * payloadBytes * 8) / perPacketUs
}
