import type { Ip } from '../plan'

/** What a laptop reads off itself about the socket or the SSID that it has joined. */
export interface Here {
  interfaceName: string
  isUp: boolean
  /** As negotiated; null: not told. */
  speedMbps: number | null
  ip: Ip | null
  prefixLength: number | null
  gateway: Ip | null
  nameServers: Ip[]
  /** Who is at the other end of the cable, by LLDP. */
  neighbour: { name: string; port: string } | null
  radio: Joined | null
}

/** The radio that a laptop has joined. */
export interface Joined {
  ssid: string
  bssid: string
  freqMhz: number | null
  rssiDbm: number | null
  /** Sending. */
  rateMbps: number | null
}
