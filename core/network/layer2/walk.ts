import type { Id } from '../../plan/types'
import { classify, egressTag } from './membership'
import type { Refusal, Tag } from './membership'
import type { Fabric, FabricNode, FabricPort } from './fabricTypes'
import { samePlace } from './keys'
import type { Place, PortKey } from './keys'

/** A frame inside a device: where and how it came in. `vid` is null in devices that do not sort by VLAN. */
export interface Visit {
  deviceId: Id
  inKey: PortKey
  tagIn: Tag
  vid: number | null
  /** The visit it came from, and the port it left there by. */
  from: { visit: Visit; outKey: PortKey; tagOut: Tag } | null
}

export interface Delivery {
  place: Place
  tag: Tag
  visit: Visit
}

export interface Drop {
  place: Place
  tag: Tag
  refusal: Refusal
  from: Visit['from']
}

export interface Loop {
  place: Place
  vid: number | null
}

/** Everywhere a broadcast gets to, where it is dropped, and where it comes round again. */
export interface Flood {
  deliveries: Delivery[]
  visits: Visit[]
  drops: Drop[]
  loops: Loop[]
}

interface Arriving {
  deviceId: Id
  inKey: PortKey
  tag: Tag
  from: Visit['from']
}

/**
 * Walks a broadcast through the fabric. The sender sits behind a port (a client on an SSID or in a socket) or is the
 * device's own interface. Every (device, VLAN) is flooded once, as a switch would; coming to one again is a loop.
 * Source: IEEE 802.1Q-2022 8.6 (the forwarding process), 8.8 (no filtering entry: flood to the member set).
 */
export function flood(fabric: Fabric, sender: Place, tag: Tag = null): Flood {
  const result: Flood = { deliveries: [], visits: [], drops: [], loops: [] }
  const seen = new Map<string, Visit>()
  const queue: Arriving[] = [{ deviceId: sender.deviceId, inKey: sender.key, tag, from: null }]
  for (let next = queue.shift(); next; next = queue.shift()) {
    const node = fabric.nodes.get(next.deviceId)
    const port = node?.ports.get(next.inKey)
    if (node && port) queue.push(...arrive(node, port, next, seen, result))
  }
  return result
}

function arrive(
  node: FabricNode,
  port: FabricPort,
  frame: Arriving,
  seen: Map<string, Visit>,
  result: Flood,
): Arriving[] {
  const place: Place = { deviceId: frame.deviceId, key: frame.inKey }
  const entered = node.behaviour === 'aware' ? classify(port.membership, frame.tag) : null
  if (entered && !entered.ok) {
    result.drops.push({ place, tag: frame.tag, refusal: entered.refusal, from: frame.from })
    return []
  }
  const vid = entered?.ok ? entered.vid : null
  const visit: Visit = {
    deviceId: frame.deviceId,
    inKey: frame.inKey,
    tagIn: frame.tag,
    vid,
    from: frame.from,
  }
  const key = stateKey(node, port, vid, frame.tag)
  if (seen.has(key)) {
    result.loops.push({ place, vid })
    return []
  }
  seen.set(key, visit)
  result.visits.push(visit)
  return send(node, visit, result)
}

/** What a bridge remembers of a frame: where it is and in which VLAN, or with which tag where nobody sorts. */
const stateKey = (node: FabricNode, port: FabricPort, vid: number | null, tag: Tag): string =>
  `${node.device.id} ${port.group} ${node.behaviour === 'aware' ? vid : `as ${tag}`}`

/** The frame leaves by every port that carries it, but the one it came in by. */
function send(node: FabricNode, visit: Visit, result: Flood): Arriving[] {
  const onward: Arriving[] = []
  const inPort = node.ports.get(visit.inKey)
  if (!inPort) return onward
  for (const out of node.ports.values()) {
    if (out.key === visit.inKey) continue
    const tagOut = leaveTag(node, inPort, out, visit.vid, visit.tagIn)
    if (tagOut === undefined) continue
    if (out.peer)
      onward.push({
        deviceId: out.peer.deviceId,
        inKey: out.peer.key,
        tag: tagOut,
        from: { visit, outKey: out.key, tagOut },
      })
    else result.deliveries.push({ place: { deviceId: visit.deviceId, key: out.key }, tag: tagOut, visit })
  }
  return onward
}

/**
 * A host does not forward: what came in by the wire reaches its own interface if it is untagged, and what it says
 * itself leaves by the wire. An undefined answer means that the frame does not leave there.
 */
export function leaveTag(
  node: FabricNode,
  inPort: FabricPort,
  out: FabricPort,
  vid: number | null,
  tagIn: Tag,
): Tag | undefined {
  if (inPort.group !== out.group || out.group === 'apart') return undefined
  switch (node.behaviour) {
    case 'aware':
      return egressTag(out.membership, vid ?? -1)
    case 'transparent':
      return out.key === 'self' ? ownEar(tagIn) : tagIn
    case 'host':
      if (inPort.key === 'self') return tagIn
      return out.key === 'self' ? ownEar(tagIn) : undefined
  }
}

/** A device without a VLAN table listens for untagged frames only. */
const ownEar = (tag: Tag): Tag | undefined => (tag === null || tag === 0 ? null : undefined)

export const deliveredTo = (result: Flood, place: Place): Delivery | undefined =>
  result.deliveries.find((delivery) => samePlace(delivery.place, place))

/** The visits of a frame in the order it made them. */
export function journey(last: Visit): Visit[] {
  const visits: Visit[] = []
  for (let visit: Visit | undefined = last; visit; visit = visit.from?.visit) visits.unshift(visit)
  return visits
}
