import { WIRED_LOW_SHARE, usPerMbit, wiredTcpGoodputMbps } from '../airtime'
import { linkSpeedMbps } from '../../network/cabling'
import { perSite } from '../../lib/perSite'
import { deviceOf, isGateway } from '../../plan'
import type { AirWay, Device, Id, Link, Site } from '../../plan'
import { plannedHop } from './plannedHop'
import type { RadioHop } from './radioHop'
import { uplinkFault } from './registers'

/** Mbit/s: what it may be, what it likely is. */
export interface Mbps3 {
  low: number
  likely: number
  high: number
}

/** One step on the way from the root to a device. */
export type Hop =
  | { kind: 'cable'; fromId: Id; toId: Id; link: Link; mbps: number | null }
  | { kind: 'air'; fromId: Id; toId: Id; way: AirWay; radio: RadioHop | string }

/** How one device is fed: nothing where no way leads to it. */
export interface Feed {
  deviceId: Id
  rootId: Id
  hops: Hop[]
  airHops: number
}

/** Where all feeds begin: gateways, household routers used as one, and for want of any the modem. */
export function rootsOf(site: Site): Device[] {
  const gateways = site.devices.filter(isGateway)
  return gateways.length > 0 ? gateways : site.devices.filter(({ modem }) => modem !== null)
}

/** Ways of a plan: cables lead both ways, a radio uplink from the parent to the child. */
function hopsFrom(site: Site): Map<Id, Hop[]> {
  const hops = new Map<Id, Hop[]>()
  const add = (hop: Hop) => hops.set(hop.fromId, [...(hops.get(hop.fromId) ?? []), hop])
  for (const link of site.links) {
    const mbps = linkSpeedMbps(site, link)
    add({ kind: 'cable', fromId: link.a.deviceId, toId: link.b.deviceId, link, mbps })
    add({ kind: 'cable', fromId: link.b.deviceId, toId: link.a.deviceId, link, mbps })
  }
  for (const child of site.devices) {
    if (!child.air) continue
    // What never registers is no way; what cannot be worked out yet (no place) may be one.
    if (uplinkFault(site, child.id) !== null) continue
    add({
      kind: 'air',
      fromId: child.air.deviceId,
      toId: child.id,
      way: child.air.way,
      radio: plannedHop(site, child),
    })
  }
  return hops
}

/** The way to every device that has one: fewest radio hops first, then fewest cables. */
export const feedsOf = perSite((site: Site, _all: 'all'): ReadonlyMap<Id, Feed> => {
  const hops = hopsFrom(site)
  const feeds = new Map<Id, Feed>()
  let edge: Feed[] = rootsOf(site).map(({ id }) => ({ deviceId: id, rootId: id, hops: [], airHops: 0 }))
  // Cables are followed to their end before one more radio hop is taken.
  while (edge.length > 0) {
    const byAir: Feed[] = []
    // What is pushed while walking is walked too.
    for (const feed of edge) {
      if (feeds.has(feed.deviceId)) continue
      feeds.set(feed.deviceId, feed)
      for (const hop of hops.get(feed.deviceId) ?? []) {
        if (feeds.has(hop.toId)) continue
        const next = { ...feed, deviceId: hop.toId, hops: [...feed.hops, hop] }
        if (hop.kind === 'cable') edge.push(next)
        else byAir.push({ ...next, airHops: feed.airHops + 1 })
      }
    }
    edge = byAir
  }
  return feeds
})

/** TCP over a cable; over mains what the user says, or for want of a word a tenth to all of its rate. */
export function cableMbps({ link, mbps }: Extract<Hop, { kind: 'cable' }>): Mbps3 {
  if (link.category === 'mains') {
    const [low, high] = link.statedMbps ?? UNSTATED_MAINS_MBPS
    return { low, likely: (low + high) / 2, high }
  }
  return wiredMbps(mbps ?? Infinity)
}

/** TCP over a wire of that speed. */
export function wiredMbps(linkMbps: number): Mbps3 {
  const likely = wiredTcpGoodputMbps(linkMbps)
  return { low: WIRED_LOW_SHARE * likely, likely, high: likely }
}

/** House wiring for want of a word by the user. Common practice, no source. */
export const UNSTATED_MAINS_MBPS: [number, number] = [10, 90]

export interface EndToEnd {
  lowMbps: number
  likelyMbps: number
  highMbps: number
  /** The hop that sets it, in words. */
  by: string
}

/**
 * What one device gets through its feed while nobody else wants anything: the least of its cables and of its air. Radio
 * hops in one row on one band share their air, so that their times for one Mbit add up: two alike carry half.
 */
export function endToEnd(site: Site, feed: Feed): EndToEnd {
  const stretches: { rate: Mbps3; by: string }[] = []
  const name = (id: Id) => deviceOf(site, id)?.name ?? id
  const bands = new Map<string, RadioHop[]>()
  for (const hop of feed.hops) {
    if (hop.kind === 'cable')
      stretches.push({ rate: cableMbps(hop), by: `the cable from ${name(hop.fromId)} to ${name(hop.toId)}` })
    else if (typeof hop.radio === 'string')
      stretches.push({ rate: { low: 0, likely: 0, high: 0 }, by: hop.radio })
    else bands.set(hop.radio.band, [...(bands.get(hop.radio.band) ?? []), hop.radio])
  }
  for (const [band, hops] of bands)
    stretches.push({
      rate: sharedAir(hops),
      by:
        hops.length === 1
          ? hops
              .map(({ parentId, childId }) => `the radio link from ${name(parentId)} to ${name(childId)}`)
              .join('')
          : `${hops.length} radio hops that share airtime at ${band} GHz`,
    })
  const least = (pick: (rate: Mbps3) => number) =>
    Math.min(Infinity, ...stretches.map(({ rate }) => pick(rate)))
  const likely = least((rate) => rate.likely)
  return {
    lowMbps: least((rate) => rate.low),
    likelyMbps: likely,
    highMbps: least((rate) => rate.high),
    by: stretches.find(({ rate }) => rate.likely === likely)?.by ?? 'nothing: it is the root',
  }
}

/** One hop of a chain: what it gives alone, and how it sends. */
export type ChainHop = Pick<RadioHop, 'goodput' | 'mode'>

/**
 * Times for one Mbit add up: 1 ÷ Σ 1 ÷ rate. While all hops of a row are busy each waits for the others and for what the
 * last one answers, so every hop is taken as with one sender more than there are hops. Checked against ns-3 3.37: three
 * hops of 27 segments each carry 0.28 of one (tests/reference/airtime).
 */
export function sharedAir(hops: readonly ChainHop[]): Mbps3 {
  const crowded = hops.map(({ mode }) =>
    mode && hops.length > 1 ? usPerMbit({ mode }, 2) / usPerMbit({ mode }, hops.length + 1) : 1,
  )
  const through = (pick: (hop: ChainHop) => number) =>
    1 / hops.reduce((sum, hop, i) => sum + 1 / Math.max(pick(hop) * (crowded[i] ?? 1), 1e-9), 0)
  return {
    low: through(({ goodput }) => goodput.lowMbps),
    likely: through(({ goodput }) => goodput.likelyMbps),
    high: through(({ goodput }) => goodput.highMbps),
  }
}
