import { carriedBy, indexOf, isGateway, linkAt, neighbourAt, sameEnd } from '~/core/plan'
import type { Device, Id, Link, Site, VlanId } from '~/core/plan'

/** Sizes on the chart, in its own units (one is a pixel at rest). */
export const CELL = { width: 30, height: 40 }
const HEAD = 24
const GAP = { column: 54, row: 22 }
const ONE_ROW = 5
const MOST_PER_ROW = 12

export interface PlacedCell {
  number: number
  x: number
  y: number
}

export interface PlacedBlock {
  device: Device
  x: number
  y: number
  width: number
  height: number
  cells: PlacedCell[]
}

/** A cable between two devices of the chart: from the edge of one to the edge of the other. */
export interface PlacedTrunk {
  link: Link
  from: { x: number; y: number }
  to: { x: number; y: number }
  /** What both ends carry. */
  vlanIds: VlanId[]
}

/** A radio uplink between two devices of the chart, or between what is cabled to them. */
export interface PlacedAir {
  childId: Id
  from: { x: number; y: number }
  to: { x: number; y: number }
  says: string
}

export interface ChartLayout {
  blocks: PlacedBlock[]
  trunks: PlacedTrunk[]
  airs: PlacedAir[]
  width: number
  height: number
}

/** Devices in columns by how many cables they are from the first one, each as a block of ports, cables between them. */
export function chartLayout(site: Site, devices: Device[]): ChartLayout {
  const shown = new Set(devices.map(({ id }) => id))
  const links = site.links.filter(({ a, b }) => shown.has(a.deviceId) && shown.has(b.deviceId))
  const airs = airLinks(site, shown)
  const columns = columnsOf(devices, [
    ...links.map(({ a, b }): Pair => [a.deviceId, b.deviceId]),
    ...airs.map(({ parent, child }): Pair => [parent, child]),
  ])
  const blocks: PlacedBlock[] = []
  let x = 0
  for (const column of columns) {
    let y = 0
    let widest = 0
    for (const device of column) {
      const block = blockAt(device, x, y)
      blocks.push(block)
      y += block.height + GAP.row
      widest = Math.max(widest, block.width)
    }
    x += widest + GAP.column
  }
  return {
    blocks,
    trunks: links.flatMap((link) => trunkOf(site, blocks, link)),
    airs: airs.flatMap((air) => placedAir(blocks, air)),
    width: Math.max(0, x - GAP.column),
    height: Math.max(0, ...blocks.map((block) => block.y + block.height)),
  }
}

type Pair = [Id, Id]

/** Devices of the chart whose way to each other is a radio uplink. */
interface AirLink {
  childId: Id
  parent: Id
  child: Id
  says: string
}

/** Each radio uplink, from chart to chart: an access point that is not drawn itself stands for the switch it is cabled to. */
function airLinks(site: Site, shown: ReadonlySet<Id>): AirLink[] {
  const standsFor = (device: Device): Id | null =>
    shown.has(device.id)
      ? device.id
      : (device.ports
          .map(({ number }) => neighbourAt(site, { deviceId: device.id, port: number })?.device.id)
          .find((id) => id !== undefined && shown.has(id)) ?? null)
  return site.devices.flatMap((device) => {
    const above = indexOf(site).devices.get(device.air?.deviceId ?? '')
    const [child, parent] = [standsFor(device), above ? standsFor(above) : null]
    return above && child !== null && parent !== null && child !== parent
      ? [{ childId: device.id, parent, child, says: `Radio uplink of ${device.name} to ${above.name}` }]
      : []
  })
}

function placedAir(blocks: PlacedBlock[], { childId, parent, child, says }: AirLink): PlacedAir[] {
  const [a, b] = [parent, child].map((id) => blocks.find(({ device }) => device.id === id))
  if (!a || !b) return []
  const [left, right] = a.x <= b.x ? [a, b] : [b, a]
  const head = (block: PlacedBlock) => block.y + HEAD / 2
  const sameColumn = left.x === right.x
  return [
    {
      childId,
      from: { x: left.x + left.width, y: head(left) },
      to: { x: sameColumn ? right.x + right.width : right.x, y: head(right) },
      says,
    },
  ]
}

/** Gateways first; what has no uplink begins a column of its own at the left. */
function columnsOf(devices: Device[], pairs: Pair[]): Device[][] {
  const depth = new Map<string, number>()
  const neighbours = new Map<string, string[]>()
  for (const [a, b] of pairs) {
    neighbours.set(a, [...(neighbours.get(a) ?? []), b])
    neighbours.set(b, [...(neighbours.get(b) ?? []), a])
  }
  const roots = [...devices].sort((a, b) => Number(isGateway(b)) - Number(isGateway(a)))
  for (const root of roots) {
    if (depth.has(root.id)) continue
    depth.set(root.id, 0)
    const queue = [root.id]
    for (const id of queue)
      for (const next of neighbours.get(id) ?? [])
        if (!depth.has(next)) {
          depth.set(next, (depth.get(id) ?? 0) + 1)
          queue.push(next)
        }
  }
  const columns: Device[][] = []
  for (const device of devices) {
    const at = depth.get(device.id) ?? 0
    columns[at] = [...(columns[at] ?? []), device]
  }
  return columns.filter((column) => column.length > 0)
}

function blockAt(device: Device, x: number, y: number): PlacedBlock {
  const count = device.ports.length
  const perRow = Math.min(MOST_PER_ROW, Math.max(4, count <= ONE_ROW ? count : Math.ceil(count / 2)))
  const cells = device.ports.map(({ number }, i) => ({
    number,
    x: x + (i % perRow) * CELL.width,
    y: y + HEAD + Math.floor(i / perRow) * CELL.height,
  }))
  const rows = Math.max(1, Math.ceil(count / perRow))
  return { device, x, y, width: perRow * CELL.width, height: HEAD + rows * CELL.height, cells }
}

function trunkOf(site: Site, blocks: PlacedBlock[], link: Link): PlacedTrunk[] {
  const ends = [link.a, link.b].map((end) => {
    const block = blocks.find(({ device }) => device.id === end.deviceId)
    const cell = block?.cells.find(({ number }) => number === end.port)
    return block && cell ? { block, cell } : null
  })
  const [a, b] = ends
  if (!a || !b) return []
  const [left, right] = a.block.x <= b.block.x ? [a, b] : [b, a]
  const middle = (cell: PlacedCell) => cell.y + CELL.height / 2
  const sameColumn = left.block.x === right.block.x
  return [
    {
      link,
      from: { x: left.block.x + left.block.width, y: middle(left.cell) },
      to: { x: sameColumn ? right.block.x + right.block.width : right.block.x, y: middle(right.cell) },
      vlanIds: carriedBy(site, link),
    },
  ]
}

/** The devices to show beside a chosen one when there are too many for one chart: it, and what it is cabled to. */
export function neighbourhood(site: Site, all: Device[], chosen: Device): Device[] {
  const near = new Set([chosen.id])
  for (const { number } of chosen.ports) {
    const end = { deviceId: chosen.id, port: number }
    const link = linkAt(site, end)
    if (link) near.add(sameEnd(link.a, end) ? link.b.deviceId : link.a.deviceId)
  }
  return all.filter(({ id }) => near.has(id))
}

/** More than this on one chart cannot be read. */
const MOST_ON_CHART = 9

/** What the chart shows: all devices while they are few, else those around the chosen one, else the first ones. */
export function chartDevices(site: Site, strips: Device[], chosen: Device | undefined): Device[] {
  if (strips.length <= MOST_ON_CHART) return strips
  const box = chosen && strips.find(({ id }) => id === chosen.id)
  const near = box ? neighbourhood(site, strips, box) : strips
  return near.slice(0, MOST_ON_CHART)
}
