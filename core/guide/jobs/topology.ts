import { carriedBy, indexOf, kindOf, tunnelEnd } from '../../plan'
import type { Device, Id, Site, VlanId } from '../../plan'

export interface TopologyNode {
  id: Id
  name: string
  noun: string
  /** How many hops it is from the feed, and which of those it is. */
  column: number
  row: number
  isNew: boolean
}

export interface TopologyLine {
  fromId: Id
  toId: Id
  by: 'cable' | 'radio' | 'tunnel'
  /** What a cable carries; empty for a radio or a tunnel. */
  vlanIds: VlanId[]
}

/** What is connected to what, in columns from the feed outwards: what a plan looks like before anybody has drawn it. */
export interface Topology {
  nodes: TopologyNode[]
  lines: TopologyLine[]
  columns: number
  rows: number
}

export function topologyOf(site: Site, before?: Site): Topology {
  const lines = linesOf(site)
  const columns = columnsOf(site, lines)
  const known = new Set(before?.devices.map(({ id }) => id))
  const filled: number[] = []
  const nodes = inOrder(site, columns).map((device) => {
    const column = columns.get(device.id) ?? 0
    const row = filled[column] ?? 0
    filled[column] = row + 1
    const { id, name } = device
    return { id, name, noun: kindOf(device).noun, column, row, isNew: before !== undefined && !known.has(id) }
  })
  return { nodes, lines, columns: filled.length, rows: Math.max(0, ...filled.map((count) => count ?? 0)) }
}

function linesOf(site: Site): TopologyLine[] {
  const cables = site.links.map((link): TopologyLine => ({
    fromId: link.a.deviceId,
    toId: link.b.deviceId,
    by: 'cable',
    vlanIds: carriedBy(site, link).filter((vlanId) => indexOf(site).networkByVlan.has(vlanId)),
  }))
  const others = site.devices.flatMap((device): TopologyLine[] => {
    const end = tunnelEnd(site, device)
    return [
      ...(device.air
        ? [{ fromId: device.air.deviceId, toId: device.id, by: 'radio' as const, vlanIds: [] }]
        : []),
      ...(end ? [{ fromId: end.id, toId: device.id, by: 'tunnel' as const, vlanIds: [] }] : []),
    ]
  })
  return [...cables, ...others]
}

/** Breadth first from the modems, else from the gateways, else from whatever comes first. */
function columnsOf(site: Site, lines: readonly TopologyLine[]): Map<Id, number> {
  const next = new Map<Id, Id[]>()
  for (const { fromId, toId } of lines) {
    next.set(fromId, [...(next.get(fromId) ?? []), toId])
    next.set(toId, [...(next.get(toId) ?? []), fromId])
  }
  const roots = [
    ...site.devices.filter(({ modem }) => modem !== null),
    ...site.devices.filter((device) => kindOf(device).routes === 'always'),
    ...site.devices,
  ]
  const columns = new Map<Id, number>()
  for (const root of roots) {
    if (columns.has(root.id)) continue
    columns.set(root.id, 0)
    const queue = [root.id]
    for (const id of queue)
      for (const other of next.get(id) ?? [])
        if (!columns.has(other)) {
          columns.set(other, (columns.get(id) ?? 0) + 1)
          queue.push(other)
        }
  }
  return columns
}

const inOrder = (site: Site, columns: ReadonlyMap<Id, number>): Device[] =>
  [...site.devices].sort((a, b) => (columns.get(a.id) ?? 0) - (columns.get(b.id) ?? 0))
