import { isAccessPoint, roleRow } from '../../plan'
import { perSite } from '../../lib/perSite'
import type { Band, Device, Site } from '../../plan'
import { endToEnd, feedsOf } from './feeds'
import { radioHop, radioOn } from './radioHop'
import type { RadioHop } from './radioHop'
import { chooseTree } from './tree'
import type { Head, TreeProblem } from './treeProblem'
import type { Tree } from './treeMeasure'

/** A device that could have its uplink to another by radio, with what each parent would give. */
export interface ParentOption {
  parent: Device
  hop: RadioHop
}

/** Whether a device may be part of a mesh: it serves clients and keeps no network of its own behind it. */
export const canMesh = (device: Device): boolean => roleRow(device)?.meshes ?? isAccessPoint(device)

/** The bands on which a node may have its uplink: that of a radio kept for backhaul, else those of its planned uplink or 5 GHz. */
export const backhaulBand = (device: Device): Band => device.mesh?.ownBand ?? device.air?.band ?? '5'

/** Whether a device has no cable that leads to the root: it has a radio uplink, or nothing leads to it and it could seek. */
export const isUnwired = (site: Site, device: Device): boolean =>
  canMesh(device) &&
  device.air?.way !== 'station' &&
  (feedsOf(site, 'all').get(device.id)?.hops.at(-1)?.kind ?? 'air') === 'air' &&
  !isRoot(site, device)

const isRoot = (site: Site, device: Device): boolean =>
  feedsOf(site, 'all').get(device.id)?.rootId === device.id

/** All placed devices on the air that could be a parent on that band, the loudest first. */
export function parentOptions(site: Site, child: Device, band: Band = backhaulBand(child)): ParentOption[] {
  const own = radioOn(site, child, band)
  if (!own) return []
  return site.devices
    .filter((device) => device.id !== child.id && canMesh(device))
    .flatMap((parent) => {
      const radio = radioOn(site, parent, band)
      return radio ? [{ parent, hop: radioHop(site, radio, own) }] : []
    })
    .filter(({ hop }) => hop.mode !== null)
    .sort((a, b) => b.hop.weakerDbm - a.hop.weakerDbm)
}

/** Below this nobody would give a device its uplink to another, whatever the settings say. Common practice, no source: 50 % for a repeater. */
const WEAKEST_USED_DBM = -82

export interface Mesh {
  nodes: Device[]
  /** Parents that have a cable. */
  roots: Device[]
  problem: TreeProblem
  /** By child and parent number. */
  hops: ReadonlyMap<string, RadioHop>
}

export const edgeKeyOf = (child: number, parent: number): string => `${child}<${parent}`

/** The unwired devices of a plan and all parents they could have. Bridges stay as planned. */
export const meshOf = perSite((site: Site, _all: 'all'): Mesh => {
  const nodes = site.devices.filter((device) => isUnwired(site, device) && device.air?.way !== 'bridge')
  const feeds = feedsOf(site, 'all')
  const roots = site.devices.filter(
    (device) =>
      canMesh(device) && !nodes.includes(device) && feeds.has(device.id) && device.position !== null,
  )
  return meshFrom(site, nodes, roots)
})

export function meshFrom(
  site: Site,
  nodes: Device[],
  roots: Device[],
  known: ReadonlyMap<string, RadioHop> = new Map(),
): Mesh {
  const { mostHops, mostChildren } = site.backhaul
  const all = [...nodes, ...roots]
  const hops = new Map<string, RadioHop>()
  const edges: TreeProblem['edges'] = []
  nodes.forEach((child, i) => {
    const band = backhaulBand(child)
    const own = radioOn(site, child, band)
    if (!own) return
    all.forEach((parent, j) => {
      if (i === j) return
      const radio = radioOn(site, parent, band)
      const hop = known.get(`${child.id}<${parent.id}`) ?? (radio ? radioHop(site, radio, own) : null)
      if (!hop?.mode || hop.weakerDbm < WEAKEST_USED_DBM) return
      hops.set(edgeKeyOf(i, j), hop)
      edges.push({ child: i, parent: j, cost: hop.usPerMbit })
    })
  })
  const numberOf = new Map(all.map(({ id }, i) => [id, i]))
  const pins = new Map<number, number>()
  nodes.forEach(({ air }, i) => {
    const parent = air?.pinned ? numberOf.get(air.deviceId) : undefined
    if (parent !== undefined) pins.set(i, parent)
  })
  const taken = new Map<number, number>()
  for (const device of site.devices)
    if (device.air?.way === 'bridge') {
      const parent = numberOf.get(device.air.deviceId)
      if (parent !== undefined) taken.set(parent, (taken.get(parent) ?? 0) + 1)
    }
  return {
    nodes,
    roots,
    hops,
    problem: {
      nodes: nodes.length,
      roots: roots.length,
      edges,
      mostHops,
      mostChildren,
      pins,
      taken,
      heads: headsOf(site, roots, nodes.length),
    },
  }
}

/** Roots that have their uplink by mesh themselves: their hops count, and their air is used once more. */
function headsOf(site: Site, roots: readonly Device[], first: number): Map<number, Head> {
  const heads = new Map<number, Head>()
  const feeds = feedsOf(site, 'all')
  roots.forEach(({ id }, i) => {
    const mesh = (feeds.get(id)?.hops ?? []).flatMap((hop) =>
      hop.kind === 'air' && hop.way === 'mesh' && typeof hop.radio !== 'string' ? [hop.radio] : [],
    )
    if (mesh.length > 0)
      heads.set(first + i, {
        cost: mesh.reduce((sum, { usPerMbit }) => sum + usPerMbit, 0),
        hops: mesh.length,
      })
  })
  return heads
}

export interface ChosenNode {
  child: Device
  parent: Device | null
  hop: RadioHop | null
  hops: number
  /** End to end over the air, alone. */
  mbps: number
  /** What to do for a node that nothing reaches. */
  remedy: string | null
}

export interface ChosenTree {
  nodes: ChosenNode[]
  tree: Tree
  worstMbps: number
  boundWorstMbps: number
  sumMbps: number
  boundSumMbps: number
}

/** The best parents for a mesh, with what each node then gets. */
export function chosenTree(site: Site, mesh: Mesh, steps?: number): ChosenTree {
  const tree = chooseTree(mesh.problem, steps)
  const all = [...mesh.nodes, ...mesh.roots]
  const mbps = (cost: number) => (cost > 0 && Number.isFinite(cost) ? 1e6 / cost : 0)
  /** What the root of a node's way gets itself: its cable, or a bridge before it. */
  const rootMbps = (node: number): number => {
    let at: number | null = node
    while (at !== null && at < mesh.nodes.length) at = tree.parent[at] ?? null
    const feed = at === null ? undefined : feedsOf(site, 'all').get(all[at]?.id ?? '')
    return feed ? endToEnd(site, feed).likelyMbps : 0
  }
  return {
    tree,
    nodes: mesh.nodes.map((child, i) => {
      const at = tree.parent[i] ?? null
      return {
        child,
        parent: at === null ? null : (all[at] ?? null),
        hop: at === null ? null : (mesh.hops.get(edgeKeyOf(i, at)) ?? null),
        hops: tree.hops[i] ?? 0,
        mbps: Math.min(mbps(tree.cost[i] ?? Infinity), rootMbps(i)),
        remedy: at === null ? remedyFor(site, child) : null,
      }
    }),
    worstMbps: mbps(tree.worst),
    boundWorstMbps: mbps(tree.bound.worst),
    sumMbps: tree.sum * 1e6,
    boundSumMbps: tree.bound.sum * 1e6,
  }
}

/** What would help a node that hears nobody: said with the nearest figures. */
export function remedyFor(site: Site, child: Device): string {
  const band = backhaulBand(child)
  if (!child.position) return `${child.name} has no place on the ground. Put it on the chart.`
  if (!radioOn(site, child, band))
    return `${child.name} has no radio that is on at ${band} GHz. Switch one on, or lay a cable.`
  const pinnedTo = child.air?.pinned ? site.devices.find(({ id }) => id === child.air?.deviceId) : undefined
  if (pinnedTo)
    return `It is pinned to ${pinnedTo.name}, and no way that is short enough leads over that one with a level that carries anything. Take the pin off, or choose another parent.`
  const [best] = site.devices
    .filter((device) => device.id !== child.id && canMesh(device) && feedsOf(site, 'all').has(device.id))
    .flatMap((parent) => {
      const [a, b] = [radioOn(site, parent, band), radioOn(site, child, band)]
      return a && b ? [{ parent, hop: radioHop(site, a, b) }] : []
    })
    .sort((a, b) => b.hop.weakerDbm - a.hop.weakerDbm)
  if (!best) return `Nobody with a way to the root has a radio that is on at ${band} GHz. Lay a cable.`
  const lack = site.backhaul.weakestParentDbm - best.hop.weakerDbm
  return lack > 0
    ? `The loudest, ${best.parent.name}, is heard with ${best.hop.weakerDbm.toFixed(0)} dBm at ${best.hop.distanceM.toFixed(0)} m; ${lack.toFixed(0)} dB are missing. Put a node half way, a bridge with aimed antennas, or lay a cable.`
    : `${best.parent.name} would do with ${best.hop.weakerDbm.toFixed(0)} dBm, but its places are taken or the way is longer than ${site.backhaul.mostHops} hops. Lift the limit, or lay a cable.`
}
