/** What a ping came to. */
export interface PingRead {
  sent: number
  received: number
  /** Mean round trip. */
  meanMs: number | null
  /** A router said that it does not go on: "Packet filtered", "Destination Host Unreachable". */
  refused: string | null
}

/** Each says its sums in its own words; all are tried. */
const COUNTS: RegExp[] = [
  // iputils, busybox, macOS: "3 packets transmitted, 3 received" or "3 packets received".
  /(?<sent>\d+) packets transmitted, (?<received>\d+)(?: packets)? received/,
  // Windows: "Packets: Sent = 4, Received = 4, Lost = 0".
  /Sent = (?<sent>\d+), Received = (?<received>\d+)/,
]
const MEANS: RegExp[] = [
  /(?:rtt|round-trip)[^=]*=\s*[\d.]+\/(?<mean>[\d.]+)\//,
  /Average = (?<mean>[\d.]+)\s*ms/,
]
const REFUSED =
  /(Destination (?:Host|Net|Port|Protocol) (?:Unreachable|Prohibited)|Packet filtered|Destination (?:host|net) unreachable)/i

/**
 * The end of a ping as iputils, busybox, macOS and Windows print it. An answer "Destination host unreachable" is counted as received by
 * Windows and is none. Null: it is not the output of a ping that came to its end.
 */
export function readPing(text: string): PingRead | null {
  const counts = COUNTS.map((pattern) => pattern.exec(text)?.groups).find(Boolean)
  if (!counts) return null
  const mean = MEANS.map((pattern) => pattern.exec(text)?.groups?.mean).find(Boolean)
  const refused = REFUSED.exec(text)?.[1] ?? null
  const unreal = [...text.matchAll(/Reply from [^:]*: Destination \w+ unreachable/gi)].length
  return {
    sent: Number(counts.sent),
    received: Math.max(0, Number(counts.received) - unreal),
    meanMs: mean === undefined ? null : Number(mean),
    refused,
  }
}
