import type { FlatFabric } from './flat'
import type { FabricPort } from './fabricTypes'
import type { Place } from './keys'
import type { Tag } from './membership'

/**
 * A broadcast domain: everything that a frame in it gets to. Where every cable of the domain is the same both ways,
 * all its members share one; otherwise each sender has its own.
 */
export interface Segment {
  id: number
  /** A byte for each port of the fabric by its serial: 1 where frames come out. */
  ends: Uint8Array
  /** Ports by which a frame would come round again. */
  loops: readonly Place[]
}

export interface Segments {
  /** For the fabric that comes after this one. */
  known: KnownSegments
  /** Domains of the fabric before that are not what they were; null: what was dropped at once then. */
  touched: ReadonlySet<Segment | null>
  /** What a frame sent from a place gets to; null when it is dropped at once. The sender itself may be listed. */
  from: (place: Place, tag?: Tag) => Segment | null
}

/** What has been worked out of the domains of a fabric. */
export interface KnownSegments {
  /** By every state that a frame has in it. */
  byState: Map<number, Segment>
  /** By the serial of the port where it is sent untagged. */
  untagged: Map<number, Segment | null>
  /** Those that one sender has to himself. */
  own: Set<Segment>
  flat: FlatFabric | null
  /** How many ids are given away. */
  count: number
}

/** A frame that came in at a port of a bridge. Null for a VLAN: nobody sorts there. */
export interface Entered {
  port: FabricPort
  vid: number | null
  tag: Tag
}
