import { hopLatency } from '../airtime'
import { deviceOf } from '../../plan'
import type { Device, Site } from '../../plan'
import { bridgeEnds } from './bridge'
import { bridgeHop } from './bridgeHop'
import { feedsOf, sharedAir } from './feeds'
import { canMesh, parentOptions } from './parents'
import type { ParentOption } from './parents'
import type { RadioHop } from './radioHop'
import { behind } from './wayRow'
import type { WayRow } from './wayRow'

/** To mount and adopt a node; to mount, power and aim both ends of a bridge. Common practice, no source. */
const NODE_HOURS = 1
const BRIDGE_HOURS = 4

/** So many hops like this one in a row. */
function latencyOf(hop: RadioHop | null, hops: number): Pick<WayRow, 'lightMs' | 'heavyMs'> {
  if (!hop?.mode) return { lightMs: null, heavyMs: null }
  const { lightMs, heavyMs } = hopLatency({ mode: hop.mode }, 2)
  return { lightMs: lightMs * hops, heavyMs: heavyMs * hops }
}

/** The loudest parents, as mesh. */
export function meshWays(site: Site, device: Device): WayRow[] {
  if (!canMesh(device) || device.air?.way === 'bridge') return []
  const planned = device.air?.deviceId ?? null
  const options = parentOptions(site, device).filter(({ parent }) => {
    const feed = feedsOf(site, 'all').get(parent.id)
    return feed && !feed.hops.some(({ toId }) => toId === device.id)
  })
  const chosen = options.filter(({ parent }, i) => i < 3 || parent.id === planned)
  return chosen.map((option) => meshWay(site, device, option))
}

/** One parent, as mesh. */
export function meshWay(site: Site, device: Device, { parent, hop }: ParentOption): WayRow {
  const { rates, mostHops, weakestParentDbm } = site.backhaul
  const feed = feedsOf(site, 'all').get(parent.id)
  const before = (feed?.hops ?? []).flatMap((one) =>
    one.kind === 'air' && typeof one.radio !== 'string' && one.radio.band === hop.band ? [one.radio] : [],
  )
  const rate = sharedAir([...before, hop])
  const depth = (feed?.airHops ?? 0) + 1
  return {
    kind: 'mesh',
    name: `Mesh, uplink to ${parent.name}`,
    isPlanned: device.air?.way === 'mesh' && device.air.deviceId === parent.id,
    ...behind(site, parent.id, rate),
    takesPercentPer10: (hop.usPerMbit * 10) / 1e4,
    ...latencyOf(hop, depth),
    metres: 0,
    hours: NODE_HOURS,
    money: rates.node + NODE_HOURS * rates.perHour,
    risk:
      hop.weakerDbm < weakestParentDbm
        ? `Heard with ${hop.weakerDbm.toFixed(0)} dBm (${hop.percent.toFixed(0)} %): slow, and it drops.`
        : depth > 1
          ? `${depth} hops: each takes airtime from the ones before it.`
          : 'The parent’s own clients lose airtime.',
    cannot: depth > mostHops ? `${depth} hops, and ${mostHops} is the most` : null,
    parentId: parent.id,
    hop,
  }
}

/** A planned bridge or station. */
export function aimedWays(site: Site, device: Device): WayRow[] {
  const { air } = device
  if (!air || air.way === 'mesh') return []
  const parent = deviceOf(site, air.deviceId)
  const ends = parent ? bridgeEnds(site, parent, device) : 'the other end is not in the plan'
  const { rates } = site.backhaul
  const hop = typeof ends === 'string' ? null : bridgeHop(site, ends[0], ends[1])
  const rate = hop ? sharedAir([hop]) : { low: 0, likely: 0, high: 0 }
  return [
    {
      kind: air.way,
      name: air.way === 'bridge' ? `Bridge from ${parent?.name ?? '?'}` : `Station of ${parent?.name ?? '?'}`,
      isPlanned: true,
      ...(parent ? behind(site, parent.id, rate) : { lowMbps: 0, likelyMbps: 0, highMbps: 0 }),
      takesPercentPer10: hop ? (hop.usPerMbit * 10) / 1e4 : 0,
      ...latencyOf(hop, 1),
      metres: 0,
      hours: BRIDGE_HOURS,
      money: rates.bridgePair + BRIDGE_HOURS * rates.perHour,
      risk: 'Wind, masts and the tide move the level; both ends are aimed by hand. Masts need bonding to the local code.',
      cannot: typeof ends === 'string' ? ends : null,
      parentId: air.deviceId,
      hop,
    },
  ]
}
