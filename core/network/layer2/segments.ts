import { explored } from './explored'
import type { Fabric, FabricPort } from './fabricTypes'
import { NOTHING_KEPT, keptOf } from './keptSegments'
import type { Before } from './keptSegments'
import type { Entered, Segment, Segments } from './segmentTypes'
import { flattened } from './flat'
import type { Place } from './keys'
import { vidOf } from './membership'
import type { Tag } from './membership'
import { portAt } from './plain'
import { flood } from './walk'
import type { Delivery } from './walk'

/**
 * Broadcast domains of a fabric, each worked out when first asked for and then remembered. `before`: those of a fabric that
 * differs in some ports' VLANs alone; what no such port touches is taken over.
 */
export function segmentsOf(fabric: Fabric, before?: Before): Segments {
  const { known, touched } = before ? keptOf(before, fabric) : NOTHING_KEPT()
  const { byState, untagged } = known

  const whole = (start: Entered): Segment | null => {
    known.flat ??= flattened(fabric)
    const found = explored(known.flat, start, (state) => byState.get(state))
    if (found === null || 'id' in found) return found
    const segment = { id: known.count++, ends: found.ends, loops: found.loops }
    for (const state of found.states) byState.set(state, segment)
    return segment
  }

  const ownFlood = (place: Place, tag: Tag): Segment => {
    const { loops, deliveries } = flood(fabric, place, tag)
    const segment = {
      id: known.count++,
      ends: endsAt(fabric, deliveries),
      loops: loops.map((loop) => loop.place),
    }
    known.own.add(segment)
    return segment
  }

  return {
    known,
    touched,
    from(place, tag = null) {
      const port = portAt(fabric, place)
      if (!port) return null
      const found = tag === null ? untagged.get(port.serial) : undefined
      if (found !== undefined) return found
      const start = entry(fabric, place, tag)
      const segment =
        start === 'several' ? ownFlood(place, tag) : start && (whole(start) ?? ownFlood(place, tag))
      if (tag === null) untagged.set(port.serial, segment)
      return segment
    },
  }
}

function endsAt(fabric: Fabric, deliveries: readonly Delivery[]): Uint8Array {
  const serials = deliveries.flatMap(({ place }) => portAt(fabric, place)?.serial ?? [])
  // Not by spreading them: a large site has more ends than a call takes arguments.
  const last = serials.reduce((most, serial) => Math.max(most, serial), -1)
  const ends = new Uint8Array(last + 1)
  for (const serial of serials) ends[serial] = 1
  return ends
}

/** How a place's frame enters the first bridge it meets; null when it is dropped there. A host speaks through its one cable. */
function entry(fabric: Fabric, place: Place, tag: Tag): Entered | null | 'several' {
  const node = fabric.nodes.get(place.deviceId)
  const port = node?.ports.get(place.key)
  if (!node || !port) return null
  if (node.behaviour !== 'host') return arrive(node.behaviour === 'aware', port, tag)
  const cables = [...node.ports.values()].flatMap(({ peer }) => peer ?? [])
  if (cables.length !== 1) return cables.length === 0 ? null : 'several'
  const [peer] = cables
  if (!peer) return null
  const [there, ear] = [fabric.nodes.get(peer.deviceId), portAt(fabric, peer)]
  if (!there || !ear) return null
  return there.behaviour === 'host' ? 'several' : arrive(there.behaviour === 'aware', ear, tag)
}

function arrive(sorts: boolean, port: FabricPort, tag: Tag): Entered | null {
  if (!sorts) return { port, vid: null, tag }
  const vid = vidOf(port.membership, tag)
  return vid === null ? null : { port, vid, tag }
}
