import type { Ip } from '../../plan'

/** One second or so of a throughput test. */
export interface Interval {
  startS: number
  endS: number
  mbps: number
  retransmits: number | null
}

/** Which way the data went, seen from the client under test. */
export type Direction = 'up' | 'down'

export interface DirectionResult {
  direction: Direction
  sentMbps: number
  receivedMbps: number
  sentBytes: number
  receivedBytes: number
  retransmits: number | null
  durationS: number
  intervals: Interval[]
  /** As the receiver counted datagrams; left out: TCP. */
  udp?: UdpResult
}

export interface UdpResult {
  jitterMs: number
  lost: number
  packets: number
  /** What the sender was told to send. */
  offeredMbps: number | null
}

/** What one iperf3 file says, in our terms. */
export interface ThroughputRun {
  tool: string
  startedAt: string | null
  streams: number
  /** The address that the client asked; left out: not told. */
  server?: Ip
  results: DirectionResult[]
}

/** The link the test went over, as the client or the switch shows it. */
export interface LinkUnderTest {
  medium: 'wired' | 'radio'
  /** Negotiated rate: Ethernet speed, or the PHY rate that the client reports. */
  linkMbps: number
  /** The same test over the wire on this site, if it was made. */
  baselineMbps: number | null
}
