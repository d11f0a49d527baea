import type { Id } from '../site/types'
import type { Fabric, FabricNode, PortKey } from './fabric'
import { leaveTag } from './walk'
import type { Place, Visit } from './walk'
import { classify } from './membership'
import type { Refusal, Tag } from './membership'

interface Step {
  deviceId: Id
  inKey: PortKey
  outKey: PortKey
}

/** The cables from one place to another by fewest devices, whatever the VLANs say; null when no cable path exists. */
export function cablePath(fabric: Fabric, from: Place, to: Place): Step[] | null {
  const start: Arrived = { deviceId: from.deviceId, inKey: from.key, before: null }
  const seen = new Set([from.deviceId])
  const queue: Arrived[] = [start]
  for (let here = queue.shift(); here; here = queue.shift()) {
    if (here.deviceId === to.deviceId) return stepsTo(here, to.key)
    const node = fabric.nodes.get(here.deviceId)
    if (!node || (node.behaviour === 'host' && here.before)) continue
    for (const port of node.ports.values()) {
      if (!port.peer || seen.has(port.peer.deviceId)) continue
      seen.add(port.peer.deviceId)
      queue.push({
        deviceId: port.peer.deviceId,
        inKey: port.peer.key,
        before: { arrived: here, outKey: port.key },
      })
    }
  }
  return null
}

interface Arrived {
  deviceId: Id
  inKey: PortKey
  before: { arrived: Arrived; outKey: PortKey } | null
}

function stepsTo(last: Arrived, outKey: PortKey): Step[] {
  const steps: Step[] = []
  let out = outKey
  for (let here: Arrived | null = last; here;) {
    steps.unshift({ deviceId: here.deviceId, inKey: here.inKey, outKey: out })
    out = here.before?.outKey ?? out
    here = here.before?.arrived ?? null
  }
  return steps
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
  const visit: Visit = { deviceId: step.deviceId, inKey: step.inKey, tagIn, vid, from: null }
  const tagOut = outPort ? leaveTag(node, outPort, visit) : undefined
  const stopped = tagOut === undefined ? { at: step.outKey, refusal: egressRefusal(node, vid, tagIn) } : null
  return { ...base, tagOut, vid, stopped }
}

function egressRefusal(node: FabricNode, vid: number | null, tagIn: Tag): Refusal {
  if (node.behaviour === 'host')
    return {
      reason: `the host listens for untagged frames and this one carries tag ${tagIn}`,
      clause: '802.1Q 6.9',
    }
  return {
    reason: `VLAN ${vid} is not on that port, so the frame does not leave by it`,
    clause: '802.1Q 8.6.4 egress filtering',
  }
}
