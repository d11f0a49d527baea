import type { ChangedPort } from './change'
import type { Fabric, FabricNode, FabricPort, PortGroup } from './fabricTypes'

/**
 * A fabric laid out in rows of numbers, for walks that come by every port of a site once for each VLAN. A port stands at its
 * serial, a node at its own; the ports of one node stand side by side.
 */
export interface FlatFabric {
  nodes: readonly FabricNode[]
  ports: readonly FabricPort[]
  /** The first port of each node; one more at the end. */
  firstPort: Int32Array
  nodeOf: Int32Array
  group: Uint8Array
  /** The port at the other end of the cable or the radio link; −1: none. */
  peer: Int32Array
  /** −1: untagged frames are dropped. */
  pvid: Int32Array
  behaviour: Uint8Array
  /** A node's own ear; −1: none. */
  self: Int32Array
  /** Which ports carry a VLAN tagged, a byte for each port; worked out when first asked for. */
  tagged: (vid: number) => Uint8Array
  /** All of them, by VLAN. */
  rows: () => ReadonlyMap<number, Uint8Array>
}

export const AWARE = 0
export const HOST = 2
const BEHAVIOURS = { aware: AWARE, transparent: 1, host: HOST } as const

export const APART = 2
const GROUPS: Record<PortGroup, number> = { lan: 0, uplink: 1, apart: APART }

export function flattened(fabric: Fabric): FlatFabric {
  const nodes = [...fabric.nodes.values()]
  const ports = nodes.flatMap((node) => [...node.ports.values()])
  const flat: FlatFabric = {
    nodes,
    ports,
    firstPort: new Int32Array(nodes.length + 1),
    nodeOf: new Int32Array(ports.length),
    group: new Uint8Array(ports.length),
    peer: new Int32Array(ports.length),
    pvid: new Int32Array(ports.length),
    behaviour: new Uint8Array(nodes.length),
    self: new Int32Array(nodes.length),
    ...taggedBy(ports.length, () => taggedRows(ports)),
  }
  let next = 0
  nodes.forEach((node, i) => {
    flat.behaviour[i] = BEHAVIOURS[node.behaviour]
    flat.self[i] = node.ports.get('self')?.serial ?? -1
    flat.firstPort[i] = next
    for (const { group, membership, peer } of node.ports.values()) {
      flat.nodeOf[next] = i
      flat.group[next] = GROUPS[group]
      flat.peer[next] = peer?.serial ?? -1
      flat.pvid[next] = membership.pvid ?? -1
      next++
    }
  })
  flat.firstPort[nodes.length] = next
  return flat
}

/** The same where some ports are set otherwise. */
export function flatAfter(flat: FlatFabric, fabric: Fabric, changed: readonly ChangedPort[]): FlatFabric {
  const nodes = [...fabric.nodes.values()]
  const [ports, pvid, rows] = [[...flat.ports], flat.pvid.slice(), new Map(flat.rows())]
  const own = new Set<number>()
  const rowOf = (vid: number): Uint8Array => {
    const row = rows.get(vid)
    if (row && own.has(vid)) return row
    const copy = row?.slice() ?? new Uint8Array(ports.length)
    rows.set(vid, copy)
    own.add(vid)
    return copy
  }
  for (const { before, after } of changed) {
    pvid[after.serial] = after.membership.pvid ?? -1
    for (const vid of before.membership.tagged) rowOf(vid)[after.serial] = 0
    for (const vid of after.membership.tagged) rowOf(vid)[after.serial] = 1
  }
  for (const node of nodes)
    if (flat.nodes[node.serial] !== node) for (const port of node.ports.values()) ports[port.serial] = port
  return { ...flat, nodes, ports, pvid, ...taggedBy(ports.length, () => rows) }
}

/** All VLANs at once: each set of tags is gone through a single time. */
function taggedBy(count: number, make: () => Map<number, Uint8Array>): Pick<FlatFabric, 'tagged' | 'rows'> {
  let made: Map<number, Uint8Array> | null = null
  const rows = () => (made ??= make())
  const none = new Uint8Array(count)
  return { rows, tagged: (vid) => rows().get(vid) ?? none }
}

function taggedRows(ports: readonly FabricPort[]): Map<number, Uint8Array> {
  const rows = new Map<number, Uint8Array>()
  ports.forEach(({ membership }, i) => {
    for (const vid of membership.tagged) {
      const row = rows.get(vid) ?? new Uint8Array(ports.length)
      row[i] = 1
      rows.set(vid, row)
    }
  })
  return rows
}
