import type { Fabric, FabricNode, FabricPort } from './fabricTypes'
import { placeKey } from './keys'
import type { Place } from './keys'
import { classify } from './membership'
import type { Tag } from './membership'
import { flood, leaveTag, stateKey } from './walk'

/**
 * A broadcast domain: everything that a frame in it gets to. Where every cable of the domain is the same both ways,
 * all its members share one; otherwise each sender has its own.
 */
export interface Segment {
  id: number
  /** Where frames come out, by `placeKey`, with the tag seen there. */
  deliveries: Map<string, Tag>
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
  const byState = new Map<string, Segment>()
  const bySender = new Map<string, Segment | null>()
  let count = 0
  const next = (): Segment => ({ id: count++, deliveries: new Map(), loops: [] })

  const whole = (start: State): Segment | null => {
    const known = byState.get(keyOf(start))
    if (known) return known
    const segment = next()
    const keys = explore(fabric, start, segment)
    if (!keys) return null
    for (const key of keys) byState.set(key, segment)
    return segment
  }

  const ownFlood = (place: Place, tag: Tag): Segment => {
    const result = flood(fabric, place, tag)
    const segment = next()
    segment.loops = result.loops.map((loop) => loop.place)
    for (const delivery of result.deliveries) segment.deliveries.set(placeKey(delivery.place), delivery.tag)
    return segment
  }

  return {
    from(place, tag = null) {
      const key = tag === null ? placeKey(place) : `${placeKey(place)} tag ${tag}`
      const known = bySender.get(key)
      if (known !== undefined) return known
      const start = entry(fabric, place, tag)
      const segment =
        start === 'several' ? ownFlood(place, tag) : start && (whole(start) ?? ownFlood(place, tag))
      bySender.set(key, segment)
      return segment
    },
  }
}

const keyOf = ({ node, port, vid, tag }: State): string => stateKey(node, port, vid, tag)

/** A frame that comes in at a port of a bridge: the state it is in then, or null when it is dropped. */
function arrive(node: FabricNode, port: FabricPort, tag: Tag): State | null {
  if (node.behaviour !== 'aware') return { node, port, vid: null, tag }
  const entered = classify(port.membership, tag)
  return entered.ok ? { node, port, vid: entered.vid, tag } : null
}

/** The state of a place's frame in the first bridge it meets. A host speaks through its one cable. */
function entry(fabric: Fabric, place: Place, tag: Tag): State | null | 'several' {
  const node = fabric.nodes.get(place.deviceId)
  const port = node?.ports.get(place.key)
  if (!node || !port) return null
  if (node.behaviour !== 'host') return arrive(node, port, tag)
  const cables = [...node.ports.values()].flatMap(({ peer }) => peer ?? [])
  if (cables.length !== 1) return cables.length === 0 ? null : 'several'
  const peer = cables[0]
  const far = peer && fabric.nodes.get(peer.deviceId)
  const farPort = peer && far?.ports.get(peer.key)
  if (!far || !farPort) return null
  return far.behaviour === 'host' ? 'several' : arrive(far, farPort, tag)
}

/**
 * Fills the segment from one state over all cables; null as soon as one cable on the way is not the same both ways,
 * since then what comes back may be another VLAN and the way in matters.
 */
function explore(fabric: Fabric, start: State, segment: Segment): Set<string> | null {
  const seen = new Set([keyOf(start)])
  const crossed = new Set<string>()
  const queue = [start]
  for (let state = queue.pop(); state; state = queue.pop())
    for (const out of state.node.ports.values()) {
      const tag = leaveTag(state.node, state.port, out, { vid: state.vid, tagIn: state.tag })
      if (tag === undefined) continue
      if (!out.peer) {
        segment.deliveries.set(out.id, tag)
        continue
      }
      const far = fabric.nodes.get(out.peer.deviceId)
      const farPort = far?.ports.get(out.peer.key)
      if (!far || !farPort) continue
      if (far.behaviour === 'host') {
        hear(far, farPort, tag, segment)
        continue
      }
      const there = arrive(far, farPort, tag)
      if (!there) continue
      const back = leaveTag(far, farPort, farPort, { vid: there.vid, tagIn: there.tag })
      const home = back === undefined ? null : arrive(state.node, out, back)
      if (back === undefined || !home || !sameState(home, state)) return null
      const crossing = `${out.id} ${tag}`
      if (crossed.has(crossing)) continue
      crossed.add(`${farPort.id} ${back}`)
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

/** Each cable is crossed once: the far end's own crossing is marked when this end crosses. */
const sameState = (a: State, b: State): boolean =>
  a.node === b.node &&
  a.port.group === b.port.group &&
  (a.node.behaviour === 'aware' ? a.vid === b.vid : a.tag === b.tag)

function hear(host: FabricNode, port: FabricPort, tag: Tag, segment: Segment): void {
  const ear = host.ports.get('self')
  const heard = ear && leaveTag(host, port, ear, { vid: null, tagIn: tag })
  if (ear && heard !== undefined) segment.deliveries.set(ear.id, heard)
}
