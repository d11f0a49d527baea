import type { Fabric, FabricNode, FabricPort, PortGroup } from './fabricTypes'
import type { Place } from './keys'
import { vidOf } from './membership'
import type { Tag } from './membership'
import { portAt } from './plain'
import { flood, leaveTag } from './walk'

/**
 * A broadcast domain: everything that a frame in it gets to. Where every cable of the domain is the same both ways,
 * all its members share one; otherwise each sender has its own.
 */
export interface Segment {
  id: number
  /** The ports at which frames come out. */
  ends: Set<FabricPort>
  /** Ports by which a frame would come round again. */
  loops: Place[]
}

export interface Segments {
  /** What a frame sent from a place gets to; null when it is dropped at once. The sender itself may be listed. */
  from: (place: Place, tag?: Tag) => Segment | null
}

interface State {
  node: FabricNode
  port: FabricPort
  vid: number | null
  tag: Tag
}

/** Broadcast domains of a fabric, each worked out when first asked for and then remembered. */
export function segmentsOf(fabric: Fabric): Segments {
  const byState = new Map<number, Segment>()
  const untagged = new Map<FabricPort, Segment | null>()
  let count = 0
  const next = (): Segment => ({ id: count++, ends: new Set(), loops: [] })

  const whole = (start: State): Segment | null => {
    const known = byState.get(keyOf(start))
    if (known) return known
    const segment = next()
    const keys = explore(start, segment)
    if (!keys) return null
    for (const key of keys) byState.set(key, segment)
    return segment
  }

  const ownFlood = (place: Place, tag: Tag): Segment => {
    const result = flood(fabric, place, tag)
    const segment = next()
    segment.loops = result.loops.map((loop) => loop.place)
    for (const { place: end } of result.deliveries) {
      const port = portAt(fabric, end)
      if (port) segment.ends.add(port)
    }
    return segment
  }

  return {
    from(place, tag = null) {
      const port = portAt(fabric, place)
      if (!port) return null
      const known = tag === null ? untagged.get(port) : undefined
      if (known !== undefined) return known
      const start = entry(fabric, place, tag)
      const segment =
        start === 'several' ? ownFlood(place, tag) : start && (whole(start) ?? ownFlood(place, tag))
      if (tag === null) untagged.set(port, segment)
      return segment
    },
  }
}

/** Room for a VLAN id, no id and no tag: tags are 0 to 4095. */
const IDS = 4098
const GROUPS: Record<PortGroup, number> = { lan: 0, uplink: 1, apart: 2 }

/** What `stateKey` says, as a number: where a frame is, and in which VLAN, or with which tag where nobody sorts. */
const keyOf = ({ node, port, vid, tag }: State): number =>
  (node.serial * 3 + GROUPS[port.group]) * IDS + numbered(node.behaviour === 'aware' ? vid : tag)

const crossingOf = (port: FabricPort, tag: Tag): number => port.serial * IDS + numbered(tag)

const numbered = (id: number | null): number => (id === null ? IDS - 1 : id)

/** A frame that comes in at a port of a bridge: the state it is in then, or null when it is dropped. */
function arrive(node: FabricNode, port: FabricPort, tag: Tag): State | null {
  if (node.behaviour !== 'aware') return { node, port, vid: null, tag }
  const vid = vidOf(port.membership, tag)
  return vid === null ? null : { node, port, vid, tag }
}

/** The state of a place's frame in the first bridge it meets. A host speaks through its one cable. */
function entry(fabric: Fabric, place: Place, tag: Tag): State | null | 'several' {
  const node = fabric.nodes.get(place.deviceId)
  const port = node?.ports.get(place.key)
  if (!node || !port) return null
  if (node.behaviour !== 'host') return arrive(node, port, tag)
  const cables = [...node.ports.values()].flatMap(({ peer }) => peer ?? [])
  if (cables.length !== 1) return cables.length === 0 ? null : 'several'
  const [peer] = cables
  if (!peer) return null
  return peer.node.behaviour === 'host' ? 'several' : arrive(peer.node, peer.port, tag)
}

/**
 * Fills the segment from one state over all cables; null as soon as one cable on the way is not the same both ways,
 * since then what comes back may be another VLAN and the way in matters.
 */
function explore(start: State, segment: Segment): Set<number> | null {
  const seen = new Set([keyOf(start)])
  const crossed = new Set<number>()
  const queue = [start]
  for (let state = queue.pop(); state; state = queue.pop())
    for (const out of state.node.ports.values()) {
      const tag = leaveTag(state.node, state.port, out, state.vid, state.tag)
      if (tag === undefined) continue
      if (!out.peer) {
        segment.ends.add(out)
        continue
      }
      const { node: far, port: farPort } = out.peer
      if (far.behaviour === 'host') {
        hear(far, farPort, tag, segment)
        continue
      }
      const there = arrive(far, farPort, tag)
      if (!there) continue
      const back = leaveTag(far, farPort, farPort, there.vid, there.tag)
      if (back === undefined || !comesHome(state, out, back)) return null
      const crossing = crossingOf(out, tag)
      if (crossed.has(crossing)) continue
      crossed.add(crossingOf(farPort, back))
      const key = keyOf(there)
      if (seen.has(key)) {
        segment.loops.push({ deviceId: state.node.device.id, key: out.key })
        continue
      }
      seen.add(key)
      queue.push(there)
    }
  return seen
}

/** Whether an answer over the same cable is where its question was. */
function comesHome({ node, port, vid, tag }: State, by: FabricPort, back: Tag): boolean {
  if (by.group !== port.group) return false
  if (node.behaviour !== 'aware') return back === tag
  return vidOf(by.membership, back) === vid
}

function hear(host: FabricNode, port: FabricPort, tag: Tag, segment: Segment): void {
  const ear = host.ports.get('self')
  if (ear && leaveTag(host, port, ear, null, tag) !== undefined) segment.ends.add(ear)
}
