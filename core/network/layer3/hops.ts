import { buildFabric, cablePath, carry, deliveredTo, journey, portAt, socketNumber } from '../layer2'
import type { Passage, Place, PortKey, Step, Tag } from '../layer2'
import { deviceOf, portSpecOf, vlanName } from '../../plan'
import type { Id, Site } from '../../plan'
import { EVERY_PORT, heed } from './kept'
import { perTwin } from './twin'
import type { Twin } from './twin'

export type Decision = 'sends' | 'forwards' | 'delivers' | 'routes' | 'translates' | 'drops'

/** One device's part in a frame's way, with the reason for what it did. */
export interface Hop {
  deviceId: Id
  deviceName: string
  inKey: PortKey | null
  outKey: PortKey | null
  inPort: string | null
  outPort: string | null
  tagIn: Tag
  tagOut: Tag
  vid: number | null
  decision: Decision
  reason: string
  /** The rule that decided: a standard's clause, or the plan's own. */
  clause: string
}

/** A port in words: its label, "SSID name", or the device itself. */
export function keyText(site: Site, deviceId: Id, key: PortKey): string {
  const device = deviceOf(site, deviceId)
  const number = socketNumber(key)
  if (number !== null) return `port ${(device && portSpecOf(site, device, number)?.label) ?? number}`
  if (key.startsWith('ssid:')) return `SSID ${site.ssids.find(({ id }) => `ssid:${id}` === key)?.name ?? ''}`
  if (key.startsWith('tunnel')) return 'its tunnel'
  return AIR_OR_OWN[key] ?? (key.startsWith('air:') ? 'its radio link' : 'its own interface')
}

const AIR_OR_OWN: Partial<Record<PortKey, string>> = {
  feed: 'the feed',
  up: 'its uplink',
  air: 'its radio link',
}

const tagWords = (tag: Tag): string => (tag === null ? 'untagged' : `tagged ${tag}`)

export interface FrameWay {
  ok: boolean
  hops: Hop[]
  /** Why it stopped, in a sentence. */
  reason: string | null
}

/** The way of one frame on layer 2, device by device, up to its goal or to where it is dropped. */
export function frameWay(twin: Twin, from: Place, to: Place): FrameWay {
  const delivery = deliveredTo(twin.floodFrom(from), to)
  if (delivery) {
    const visits = journey(delivery.visit)
    const hops = visits.map((visit, i) => {
      const next = visits[i + 1]?.from
      return hop(twin.site, {
        deviceId: visit.deviceId,
        inKey: visit.inKey,
        outKey: next?.outKey ?? to.key,
        tagIn: visit.tagIn,
        tagOut: next ? next.tagOut : delivery.tag,
        vid: visit.vid,
        last: !next,
      })
    })
    return { ok: true, hops, reason: null }
  }
  return stoppedWay(twin, from, to)
}

export function stoppedWay(twin: Twin, from: Place, to: Place): FrameWay {
  const steps = cablePath(twin.fabric, from, to)
  if (!steps) return missingWay(twin, from, to)
  heedPorts(twin, steps)
  return carriedWay(twin, to, carry(twin.fabric, steps), steps.length)
}

/** A frame is followed over these ports, whatever broadcast domains say. */
function heedPorts(twin: Twin, steps: readonly Step[]): void {
  for (const { deviceId, inKey, outKey } of steps)
    for (const key of [inKey, outKey]) {
      const port = portAt(twin.fabric, { deviceId, key })
      if (port) heed(twin, port.serial)
    }
}

/** The cables and radio links as they are meant, whatever is dark or silent now. */
const meantFabric = perTwin(({ site }: Twin) => buildFabric(site))

/** Nothing leads there now: the frame goes the way that is meant, up to the first device that is dark or silent. */
function missingWay(twin: Twin, from: Place, to: Place): FrameWay {
  const goal = deviceOf(twin.site, to.deviceId)?.name ?? 'the goal'
  heed(twin, EVERY_PORT)
  const steps = cablePath(meantFabric(twin), from, to)
  if (!steps) return { ok: false, hops: [], reason: `No cable leads from here to ${goal}.` }
  const passages = carry(meantFabric(twin), steps)
  const gap = passages.findIndex((_passage, i) => gapAfter(twin, steps[i], steps[i + 1]) !== null)
  const why = gap < 0 ? null : gapAfter(twin, steps[gap], steps[gap + 1])
  const isStoppedBefore = passages.some(({ stopped }, i) => stopped !== null && (gap < 0 || i <= gap))
  if (why === null || isStoppedBefore) return carriedWay(twin, to, passages, steps.length)
  const { hops } = carriedWay(twin, to, passages.slice(0, gap + 1), steps.length)
  return { ok: false, hops, reason: why }
}

/** Why a frame does not get from one device to the next, where that one is dark or the radio between them is silent. */
function gapAfter({ site, fabric }: Twin, here: Step | undefined, next: Step | undefined): string | null {
  if (!here || !next) return null
  const childId = here.outKey === 'air' ? here.deviceId : next.inKey === 'air' ? next.deviceId : null
  const silent = childId === null ? undefined : fabric.silentAir.get(childId)
  if (silent !== undefined) return silent
  if (fabric.nodes.has(next.deviceId)) return null
  const why = fabric.whyDark(next.deviceId)
  return `${deviceOf(site, next.deviceId)?.name ?? next.deviceId} is not running${why ? `: ${why}` : '.'}`
}

function carriedWay(twin: Twin, to: Place, passages: Passage[], length: number): FrameWay {
  const goal = deviceOf(twin.site, to.deviceId)?.name ?? 'the goal'
  const hops = passages.map((passage, i) => {
    const made = hop(twin.site, { ...passage, tagOut: passage.tagOut ?? null, last: i === length - 1 })
    if (!passage.stopped) return made
    return {
      ...made,
      outKey: passage.stopped.at === passage.inKey ? null : passage.outKey,
      outPort: passage.stopped.at === passage.inKey ? null : made.outPort,
      decision: 'drops' as const,
      reason: `Dropped at ${keyText(twin.site, passage.deviceId, passage.stopped.at)}: ${passage.stopped.refusal.reason}.`,
      clause: passage.stopped.refusal.clause,
    }
  })
  const last = hops.at(-1)
  const stop = passages.at(-1)?.stopped
  const reason =
    last && stop
      ? `${last.deviceName}, ${keyText(twin.site, last.deviceId, stop.at)}: ${stop.refusal.reason}.`
      : `The frame does not come out at ${goal}.`
  return { ok: false, hops, reason }
}

interface Passed {
  deviceId: Id
  inKey: PortKey
  outKey: PortKey
  tagIn: Tag
  tagOut: Tag
  vid: number | null
  last: boolean
}

function hop(site: Site, passed: Passed): Hop {
  const { deviceId, inKey, outKey, tagIn, tagOut, vid, last } = passed
  return {
    deviceId,
    deviceName: deviceOf(site, deviceId)?.name ?? deviceId,
    inKey,
    outKey,
    inPort: keyText(site, deviceId, inKey),
    outPort: keyText(site, deviceId, outKey),
    tagIn,
    tagOut,
    vid,
    decision: last ? 'delivers' : 'forwards',
    reason:
      vid === null ? `Passed on as it came, ${tagWords(tagOut)}.` : forwarded(site, vid, tagIn, tagOut, last),
    clause: vid === null ? 'no VLAN table' : '802.1Q 6.9, 8.6.4',
  }
}

function forwarded(site: Site, vid: number, tagIn: Tag, tagOut: Tag, last: boolean): string {
  const cameIn =
    tagIn === null
      ? `Untagged, so it is on ${vlanName(site, vid)} here`
      : `Tag ${tagIn} puts it on ${vlanName(site, vid)}`
  return last ? `${cameIn}. It has arrived.` : `${cameIn}; leaves ${tagWords(tagOut)}.`
}
