import type { Id } from '../../plan/types'
import type { Fabric, FabricNode, PortGroup } from './fabricTypes'
import type { Place, PortKey } from './keys'
import { leaveTag } from './walk'
import { classify } from './membership'
import type { Refusal, Tag } from './membership'

export interface Step {
  deviceId: Id
  inKey: PortKey
  outKey: PortKey
}

/** The way one step nearer to the goal: out by this port, into that device by that port. */
interface Onward {
  outKey: PortKey
  deviceId: Id
  inKey: PortKey
}

const trees = new WeakMap<Fabric, Map<string, Map<Id, Onward>>>()

/** Ways that were found stand in a fabric that differs in how ports are set alone. */
export function sameWays(before: Fabric, after: Fabric): void {
  const known = trees.get(before) ?? new Map<string, Map<Id, Onward>>()
  trees.set(before, known)
  trees.set(after, known)
}

/** From every device the next step to a goal, by fewest devices; worked out once per goal. */
function treeTo(fabric: Fabric, goal: Id, group: PortGroup): Map<Id, Onward> {
  const known = trees.get(fabric) ?? new Map<string, Map<Id, Onward>>()
  trees.set(fabric, known)
  const key = `${goal} ${group}`
  const tree = known.get(key) ?? growTree(fabric, goal, group)
  known.set(key, tree)
  return tree
}

function growTree(fabric: Fabric, goal: Id, group: PortGroup): Map<Id, Onward> {
  const onward = new Map<Id, Onward>()
  const queue: { id: Id; group: PortGroup }[] = [{ id: goal, group }]
  for (const here of queue) {
    const node = here && fabric.nodes.get(here.id)
    if (!here || !node || (node.behaviour === 'host' && here.id !== goal)) continue
    for (const port of node.ports.values()) {
      const { peer } = port
      if (!peer || port.group !== here.group || peer.deviceId === goal || onward.has(peer.deviceId)) continue
      onward.set(peer.deviceId, { outKey: peer.key, deviceId: here.id, inKey: port.key })
      const far = fabric.nodes.get(peer.deviceId)?.ports.get(peer.key)
      queue.push({ id: peer.deviceId, group: far?.group ?? 'lan' })
    }
  }
  return onward
}

/** The cables from one place to another by fewest devices, whatever the VLANs say; null when no cable path exists. */
export function cablePath(fabric: Fabric, from: Place, to: Place): Step[] | null {
  const tree = treeTo(fabric, to.deviceId, fabric.nodes.get(to.deviceId)?.ports.get(to.key)?.group ?? 'lan')
  const steps: Step[] = []
  let here = { deviceId: from.deviceId, inKey: from.key }
  while (here.deviceId !== to.deviceId) {
    const next = tree.get(here.deviceId)
    if (!next) return null
    steps.push({ ...here, outKey: next.outKey })
    here = { deviceId: next.deviceId, inKey: next.inKey }
  }
  return [...steps, { ...here, outKey: to.key }]
}

export interface Passage {
  deviceId: Id
  inKey: PortKey
  outKey: PortKey
  tagIn: Tag
  tagOut: Tag | undefined
  vid: number | null
  /** Why the frame stops here, if it does. */
  stopped: { at: PortKey; refusal: Refusal } | null
}

/** Carries one frame along a cable path and stops where the first device refuses it. */
export function carry(fabric: Fabric, steps: Step[], tag: Tag = null): Passage[] {
  const passages: Passage[] = []
  let tagIn: Tag = tag
  for (const step of steps) {
    const node = fabric.nodes.get(step.deviceId)
    if (!node) return passages
    const passage = pass(node, step, tagIn)
    passages.push(passage)
    if (passage.stopped || passage.tagOut === undefined) return passages
    tagIn = passage.tagOut
  }
  return passages
}

function pass(node: FabricNode, step: Step, tagIn: Tag): Passage {
  const base = { deviceId: step.deviceId, inKey: step.inKey, outKey: step.outKey, tagIn }
  const inPort = node.ports.get(step.inKey)
  const outPort = node.ports.get(step.outKey)
  const entered = node.behaviour === 'aware' && inPort ? classify(inPort.membership, tagIn) : null
  if (entered && !entered.ok)
    return { ...base, tagOut: undefined, vid: null, stopped: { at: step.inKey, refusal: entered.refusal } }
  const vid = entered?.ok ? entered.vid : null
  const tagOut = inPort && outPort ? leaveTag(node, inPort, outPort, vid, tagIn) : undefined
  const stopped =
    tagOut === undefined
      ? { at: step.outKey, refusal: egressRefusal(node, inPort?.group !== outPort?.group, vid, tagIn) }
      : null
  return { ...base, tagOut, vid, stopped }
}

function egressRefusal(node: FabricNode, otherSide: boolean, vid: number | null, tagIn: Tag): Refusal {
  if (otherSide)
    return {
      reason: 'that socket belongs to the other side of the router, and nothing is bridged between the two',
      clause: 'a router’s uplink is not part of its switch',
    }
  if (node.behaviour !== 'aware')
    return {
      reason: `the host listens for untagged frames and this one carries tag ${tagIn}`,
      clause: '802.1Q 6.9',
    }
  return {
    reason: `VLAN ${vid} is not on that port, so the frame does not leave by it`,
    clause: '802.1Q 8.6.4 egress filtering',
  }
}
