import { fairShares } from '../airtime'
import type { GoodputRange } from '../airtime'
import { areaMbps, isOnAir } from '../../plan'
import type { Area, Device, Site } from '../../plan'
import type { Solve } from '../../lib/solver'
import { airOf } from './air'
import type { Clique } from './air'
import { areaLinks } from './areaLinks'
import type { AreaLinks } from './areaLinks'
import { Books } from './books'
import { endToEnd, feedsOf } from './feeds'
import { canMesh } from './parents'
import { expectedIn } from './promise'

export interface AreaCapacity {
  area: Area
  wantsMbps: number
  /** What it gets when all areas and nodes want theirs at once. */
  fairMbps: number
  heldBackBy: string | null
  servedBy: { deviceId: string; name: string; share: number }[]
  unserved: number
  /** One client alone in it, end to end: what Proof judges by. */
  expected: GoodputRange
}

export interface NodeCapacity {
  device: Device
  /** Its own uplink alone. */
  expected: GoodputRange
  by: string
  airHops: number
  /** All areas and nodes at once; null where it serves areas: theirs is the figure. */
  fairMbps: number | null
  heldBackBy: string | null
}

export interface Capacity {
  cliques: Clique[]
  areas: AreaCapacity[]
  nodes: NodeCapacity[]
  /** Devices that nothing feeds. */
  dark: string[]
}

/** What the whole site carries when everybody wants something at once. `links` may be passed in if they are known. */
export function capacityOf(site: Site, solve: Solve, links: AreaLinks[] = areaLinks(site)): Capacity {
  const air = airOf(site)
  const feeds = feedsOf(site, 'all')
  const serving = new Set(links.flatMap(({ servings }) => servings.map(({ radio }) => radio.device.id)))
  const nodes = site.devices.filter((device) => isOnAir(device) && feeds.has(device.id))
  const books = new Books(site, air)
  const areaDemands = links.map((one) => books.areaDemand(one, feeds))
  const loose = nodes.filter(
    (device) => canMesh(device) && !serving.has(device.id) && (feeds.get(device.id)?.airHops ?? 0) > 0,
  )
  const nodeDemands = loose.map((device) => books.nodeDemand(device, feeds.get(device.id)))
  const shares = fairShares([...areaDemands, ...nodeDemands], books.resources, solve)
  const heldBy = (i: number) => {
    const resource = shares[i]?.heldBackBy ?? null
    return resource === null ? null : (books.resources[resource]?.name ?? null)
  }
  return {
    cliques: air.cliques,
    areas: links.map((one, i) => ({
      area: one.area,
      wantsMbps: areaMbps(site, one.area).value,
      fairMbps: shares[i]?.mbps ?? 0,
      heldBackBy: heldBy(i),
      servedBy: one.servings
        .map(({ radio, share }) => ({ deviceId: radio.device.id, name: radio.device.name, share }))
        .sort((a, b) => b.share - a.share),
      unserved: one.unserved,
      expected: expectedIn(site, one),
    })),
    nodes: nodes.map((device) => {
      const feed = feeds.get(device.id)
      const end = feed ? endToEnd(site, feed) : { lowMbps: 0, likelyMbps: 0, highMbps: 0, by: '' }
      const at = loose.indexOf(device)
      return {
        device,
        expected: { lowMbps: end.lowMbps, likelyMbps: end.likelyMbps, highMbps: end.highMbps },
        by: end.by,
        airHops: feed?.airHops ?? 0,
        fairMbps: at < 0 ? null : (shares[links.length + at]?.mbps ?? 0),
        heldBackBy: at < 0 ? null : heldBy(links.length + at),
      }
    }),
    dark: site.devices.filter((device) => isOnAir(device) && !feeds.has(device.id)).map(({ name }) => name),
  }
}
