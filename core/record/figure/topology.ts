import { plural } from '../../lib/plural'
import type { Topology, TopologyLine, TopologyNode } from '../../guide/jobs/topology'
import { cutText, rect } from './types'
import type { Figure, Shape } from './types'

const NODE = { width: 118, height: 44 }
const GAP = { column: 68, row: 16 }
const PAD = 4
const FLAG = { width: 16, height: 12 }
const MOST_LETTERS = 17
const MOST_FLAGS = 4
const TURN = 5
const MOST_TURNS = 5

const leftOf = ({ column }: TopologyNode): number => PAD + column * (NODE.width + GAP.column)
const middleOf = ({ row }: TopologyNode): number => PAD + row * (NODE.height + GAP.row) + NODE.height / 2

/** What is connected to what, from the feed to the right: cables with the flags of what they carry, radio as a row of dots, tunnels in long dashes. */
export function topologyFigure(topology: Topology, vlanNames: ReadonlyMap<number, string>): Figure {
  const { nodes, lines, columns, rows } = topology
  const byId = new Map(nodes.map((node) => [node.id, node]))
  const ends = lines.flatMap((line) => {
    const [a, b] = [byId.get(line.fromId), byId.get(line.toId)]
    if (!a || !b) return []
    return a.column <= b.column ? [{ line, from: a, to: b }] : [{ line, from: b, to: a }]
  })
  const carried = ({ vlanIds }: TopologyLine) =>
    vlanIds.length > 0 ? `, carries ${vlanIds.map((id) => vlanNames.get(id) ?? id).join(', ')}` : ''
  return {
    width: 2 * PAD + columns * (NODE.width + GAP.column) - GAP.column,
    height: 2 * PAD + rows * (NODE.height + GAP.row) - GAP.row,
    says: ends
      .map(({ line, from, to }) => `${from.name} to ${to.name} by ${line.by}${carried(line)}`)
      .join('; '),
    shapes: [
      ...ends.flatMap(({ line, from, to }) => lineShapes(line, from, to)),
      ...nodes.flatMap(nodeShapes),
    ],
  }
}

function nodeShapes(node: TopologyNode): Shape[] {
  const [x, y] = [leftOf(node), middleOf(node) - NODE.height / 2]
  return [
    {
      kind: 'area',
      rings: [rect(x + 0.5, y + 0.5, NODE.width - 1, NODE.height - 1)],
      fill: node.isNew ? 'depth-1' : 'sheet',
      stroke: { ink: 'ink', width: node.isNew ? 1.6 : 1 },
    },
    {
      kind: 'text',
      at: [x + 8, y + 18],
      text: cutText(node.name, MOST_LETTERS),
      size: 13,
      strong: true,
    },
    { kind: 'text', at: [x + 8, y + 34], text: cutText(node.noun, MOST_LETTERS), size: 11.5, ink: 'soft' },
  ]
}

function lineShapes(line: TopologyLine, from: TopologyNode, to: TopologyNode): Shape[] {
  const start = { x: leftOf(from) + NODE.width, y: middleOf(from) }
  const end = { x: from.column === to.column ? leftOf(to) + NODE.width : leftOf(to), y: middleOf(to) }
  // Each row turns at a place of its own, so that two lines do not become one.
  const elbow = start.x + TURN + (from.row % MOST_TURNS) * TURN
  const flags = line.vlanIds.slice(0, MOST_FLAGS)
  return [
    {
      kind: 'line',
      points: [
        [start.x, start.y],
        [elbow, start.y],
        [elbow, end.y],
        [end.x, end.y],
      ],
      stroke:
        line.by === 'cable'
          ? { ink: 'ink', width: 1.6 }
          : { ink: 'ink', width: 2, dash: line.by === 'radio' ? [2, 5] : [9, 5] },
    },
    ...flags.map((vlanId, i): Shape => ({
      kind: 'flag',
      vlanId,
      at: [end.x - 4 - (flags.length - i) * (FLAG.width - 2), end.y - FLAG.height - 2],
      height: FLAG.height,
    })),
  ]
}

/** More rows than this nobody reads on a sheet of paper. */
const MOST_ROWS = 14

/** The same with gear of one kind that ends at one device drawn as one, where there would be too many rows for a sheet. */
export function gathered(topology: Topology): Topology {
  if (topology.rows <= MOST_ROWS) return topology
  const degree = new Map<string, TopologyLine[]>()
  for (const line of topology.lines)
    for (const id of [line.fromId, line.toId]) degree.set(id, [...(degree.get(id) ?? []), line])
  const heads = new Map<string, TopologyNode & { members: number }>()
  const into = new Map<string, string>()
  for (const node of topology.nodes) {
    const [line, ...more] = degree.get(node.id) ?? []
    const parent = line && (line.fromId === node.id ? line.toId : line.fromId)
    const key = line && more.length === 0 ? `${parent ?? ''} ${node.noun} ${line.by}` : node.id
    const head = heads.get(key)
    if (head) head.members++
    else heads.set(key, { ...node, members: 1 })
    into.set(node.id, heads.get(key)?.id ?? node.id)
  }
  const filled: number[] = []
  const nodes = [...heads.values()].map(({ members, ...node }) => {
    const row = filled[node.column] ?? 0
    filled[node.column] = row + 1
    return members > 1
      ? { ...node, row, name: plural(members, node.noun, `${node.noun}s`), noun: `${node.name} …` }
      : { ...node, row }
  })
  const seen = new Set<string>()
  const lines = topology.lines.flatMap((line) => {
    const [fromId, toId] = [into.get(line.fromId) ?? line.fromId, into.get(line.toId) ?? line.toId]
    const key = `${fromId} ${toId} ${line.by}`
    if (seen.has(key)) return []
    seen.add(key)
    return [{ ...line, fromId, toId }]
  })
  return { nodes, lines, columns: filled.length, rows: Math.max(0, ...filled.map((count) => count ?? 0)) }
}
