import type { Ip } from '../plan'
import type { Joined } from './here'

/** Something that a program on another machine printed, understood. */
export type PastedFact =
  | {
      kind: 'interface'
      name: string
      isUp: boolean
      ip: Ip | null
      prefixLength: number | null
      gateway: Ip | null
      nameServers: Ip[]
    }
  | { kind: 'ping'; ip: Ip; received: number; sent: number; meanMs: number | null }
  | { kind: 'joined'; joined: Joined }
  /** A station of an access point or bridge end, as that device lists it. */
  | { kind: 'station'; mac: string; rssiDbm: number | null; rateMbps: number | null }
  | { kind: 'lease'; mac: string; ip: Ip; name: string }
