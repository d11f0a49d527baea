import { APART, AWARE, HOST } from './flat'
import type { FlatFabric } from './flat'
import type { Place } from './keys'
import { vidOf } from './membership'
import type { Tag } from './membership'
import type { Entered, Segment } from './segmentTypes'

/** One broadcast domain: where its frames come out, where they would come round, and every state that a frame has in it. */
interface Explored {
  /** A byte for each port of the fabric: 1 where frames come out. */
  ends: Uint8Array
  loops: Place[]
  states: number[]
}

/** No VLAN id and no tag; ids and tags are 0 to 4095. */
const NONE = 4096
const DROPPED = -1
export const IDS = NONE + 1

export const numbered = (id: number | null): number => id ?? NONE
const tagOf = (tag: number): Tag => (tag === NONE ? null : tag)

/**
 * Numbers that were met, each with an id. Nearly every one is met with one id alone, which costs no look into a set.
 */
function metIn(size: number) {
  const first = new Int32Array(size).fill(-1)
  const more = new Set<number>()
  return {
    has: (at: number, id: number): boolean => first[at] === id || more.has(at * IDS + id),
    add(at: number, id: number): void {
      if (first[at] === -1) first[at] = id
      else more.add(at * IDS + id)
    },
  }
}

/** A domain while it is being followed. */
interface Walk {
  found: Explored
  seen: ReturnType<typeof metIn>
  crossed: ReturnType<typeof metIn>
  /** Port, VLAN and tag of what came in and was not sent on yet. */
  queue: number[]
}

/**
 * Follows a frame over all cables from where it came in. Null as soon as one cable on the way is not the same both ways, since
 * then what comes back may be another VLAN and the way in matters. `known` may know the domain of the state it begins in.
 */
export function explored(
  flat: FlatFabric,
  start: Entered,
  known: (state: number) => Segment | undefined,
): Explored | Segment | null {
  const [vid0, tag0] = [numbered(start.vid), numbered(start.tag)]
  const before = known(stateOf(flat, start.port.serial, vid0, tag0))
  if (before) return before
  const walk: Walk = {
    found: { ends: new Uint8Array(flat.ports.length), loops: [], states: [] },
    seen: metIn(flat.nodes.length * SIDES),
    crossed: metIn(flat.ports.length),
    queue: [],
  }
  enter(flat, walk, start.port.serial, vid0, tag0)
  const { queue } = walk
  while (queue.length > 0) {
    const [tag, vid, port] = [queue.pop() ?? NONE, queue.pop() ?? NONE, queue.pop() ?? 0]
    if (!sendOn(flat, walk, port, vid, tag)) return null
  }
  return walk.found
}

function enter(flat: FlatFabric, { found, seen, queue }: Walk, port: number, vid: number, tag: number): void {
  seen.add(sideOf(flat, port), idAt(flat, port, vid, tag))
  found.states.push(stateOf(flat, port, vid, tag))
  queue.push(port, vid, tag)
}

/** The frame leaves by every port of its side that carries it. False: one of them is not the same both ways. */
function sendOn(flat: FlatFabric, walk: Walk, port: number, vid: number, tag: number): boolean {
  const { firstPort, group, peer } = flat
  const node = flat.nodeOf[port] ?? 0
  const side = group[port]
  if (side === APART) return true
  const carries = flat.tagged(vid)
  const sorts = flat.behaviour[node] === AWARE
  for (let out = firstPort[node] ?? 0, end = firstPort[node + 1] ?? 0; out < end; out++) {
    if (group[out] !== side) continue
    const leaves = sorts ? sorted(flat, carries, out, vid) : passed(flat, node, out, tag)
    if (leaves === DROPPED) continue
    if ((peer[out] ?? -1) < 0) walk.found.ends[out] = 1
    else if (!cross(flat, walk, out, leaves, vid, tag)) return false
  }
  return true
}

/** A frame over one cable or radio link, `vid` and `tag` being those it had before. False: it is not the same both ways. */
function cross(flat: FlatFabric, walk: Walk, out: number, leaves: number, vid: number, tag: number): boolean {
  const { found, seen, crossed } = walk
  const there = flat.peer[out] ?? 0
  const [node, far] = [flat.nodeOf[out] ?? 0, flat.nodeOf[there] ?? 0]
  if (flat.behaviour[far] === HOST) {
    const ear = flat.self[far] ?? -1
    if (ear >= 0 && flat.group[ear] === flat.group[there] && isUntagged(leaves)) found.ends[ear] = 1
    return true
  }
  const arrives = arriving(flat, far, there, leaves)
  if (arrives === DROPPED) return true
  const back = answering(flat, far, there, arrives, leaves)
  if (back === DROPPED || !comesHome(flat, node, out, back, vid, tag)) return false
  if (crossed.has(out, leaves)) return true
  crossed.add(there, back)
  if (!seen.has(sideOf(flat, there), idAt(flat, there, arrives, leaves)))
    enter(flat, walk, there, arrives, leaves)
  else {
    const [key, deviceId] = [flat.ports[out]?.key, flat.nodes[node]?.device.id]
    if (key !== undefined && deviceId !== undefined) found.loops.push({ deviceId, key })
  }
  return true
}

/** The groups of ports that a device may have. */
export const SIDES = 3

const sideOf = ({ nodeOf, group }: FlatFabric, port: number): number =>
  (nodeOf[port] ?? 0) * SIDES + (group[port] ?? 0)

const idAt = ({ nodeOf, behaviour }: FlatFabric, port: number, vid: number, tag: number): number =>
  behaviour[nodeOf[port] ?? 0] === AWARE ? vid : tag

/** What a bridge remembers of a frame: where it is and in which VLAN, or with which tag where nobody sorts. */
const stateOf = (flat: FlatFabric, port: number, vid: number, tag: number): number =>
  sideOf(flat, port) * IDS + idAt(flat, port, vid, tag)

const isUntagged = (tag: number): boolean => tag === NONE || tag === 0

/** The tag that a frame leaves a bridge with that sorts by VLAN. The rules are those of `leaveTag`, as they are below. */
const sorted = ({ pvid }: FlatFabric, carries: Uint8Array, out: number, vid: number): number =>
  pvid[out] === vid ? NONE : carries[out] === 1 ? vid : DROPPED

/** The same where nobody sorts. */
const passed = ({ self }: FlatFabric, node: number, out: number, tag: number): number =>
  out !== self[node] ? tag : isUntagged(tag) ? NONE : DROPPED

/** The tag of an answer by the port that a frame came in by. */
function answering(flat: FlatFabric, node: number, port: number, vid: number, tag: number): number {
  if (flat.group[port] === APART) return DROPPED
  return flat.behaviour[node] === AWARE
    ? sorted(flat, flat.tagged(vid), port, vid)
    : passed(flat, node, port, tag)
}

/** The VLAN that a frame is in once it has come in there. */
function arriving(flat: FlatFabric, node: number, port: number, tag: number): number {
  if (flat.behaviour[node] !== AWARE) return NONE
  const membership = flat.ports[port]?.membership
  return (membership && vidOf(membership, tagOf(tag))) ?? DROPPED
}

/** Whether an answer over the same cable is where its question was. */
function comesHome(
  flat: FlatFabric,
  node: number,
  by: number,
  back: number,
  vid: number,
  tag: number,
): boolean {
  return flat.behaviour[node] === AWARE ? arriving(flat, node, by, back) === vid : back === tag
}
