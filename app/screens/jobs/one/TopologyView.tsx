import type { Topology, TopologyLine, TopologyNode } from '~/core/guide/jobs/topology'
import { flagOf } from '../../../theme/flag'

const NODE = { width: 118, height: 44 }
const GAP = { column: 68, row: 16 }
/** Smaller than this nobody reads it: then it scrolls. */
const LEAST_SCALE = 0.8
const PAD = 4
const FLAG = { width: 16, height: 12 }
const MOST_LETTERS = 17
const MOST_FLAGS = 4
const TURN_PX = 5
const MOST_TURNS = 5

const leftOf = ({ column }: TopologyNode): number => PAD + column * (NODE.width + GAP.column)
const middleOf = ({ row }: TopologyNode): number => PAD + row * (NODE.height + GAP.row) + NODE.height / 2

/** What is connected to what, from the feed to the right: cables with the flags of what they carry, radio as a row of waves, new gear filled. */
export function TopologyView({
  topology,
  vlanNames,
}: {
  topology: Topology
  vlanNames: ReadonlyMap<number, string>
}) {
  const { nodes, lines, columns, rows } = topology
  const byId = new Map(nodes.map((node) => [node.id, node]))
  const width = 2 * PAD + columns * (NODE.width + GAP.column) - GAP.column
  const height = 2 * PAD + rows * (NODE.height + GAP.row) - GAP.row
  const ends = lines.flatMap((line) => {
    const [a, b] = [byId.get(line.fromId), byId.get(line.toId)]
    if (!a || !b) return []
    return a.column <= b.column ? [{ line, from: a, to: b }] : [{ line, from: b, to: a }]
  })
  const words = ends.map(({ line, from, to }) => `${from.name} to ${to.name} by ${line.by}`).join('; ')
  return (
    <div className="max-h-[26rem] overflow-auto" tabIndex={0} role="group" aria-label="Topology">
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={words}
        className="block w-full"
        style={{ maxWidth: width, minWidth: LEAST_SCALE * width, height: 'auto' }}
      >
        {ends.map(({ line, from, to }, i) => (
          <Line key={i} line={line} from={from} to={to} vlanNames={vlanNames} />
        ))}
        {nodes.map((node) => (
          <Node key={node.id} node={node} />
        ))}
      </svg>
    </div>
  )
}

function Node({ node }: { node: TopologyNode }) {
  const { name, noun, isNew } = node
  const [x, y] = [leftOf(node), middleOf(node) - NODE.height / 2]
  const cut = (text: string) => (text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS - 1)}…` : text)
  return (
    <g>
      <title>{`${name}, ${noun}${isNew ? ', new' : ''}`}</title>
      <rect
        x={x + 0.5}
        y={y + 0.5}
        width={NODE.width - 1}
        height={NODE.height - 1}
        fill={isNew ? 'var(--depth-1)' : 'var(--sheet)'}
        stroke="var(--ink)"
        strokeWidth={isNew ? 1.6 : 1}
      />
      <text x={x + 8} y={y + 18} fontSize="13" fontWeight="600" fill="var(--ink)">
        {cut(name)}
      </text>
      <text x={x + 8} y={y + 34} fontSize="11.5" fill="var(--soft)">
        {cut(noun)}
      </text>
    </g>
  )
}

interface LineProps {
  line: TopologyLine
  from: TopologyNode
  to: TopologyNode
  vlanNames: ReadonlyMap<number, string>
}

function Line({ line, from, to, vlanNames }: LineProps) {
  const start = { x: leftOf(from) + NODE.width, y: middleOf(from) }
  const sameColumn = from.column === to.column
  const end = { x: sameColumn ? leftOf(to) + NODE.width : leftOf(to), y: middleOf(to) }
  // Each row turns at a place of its own, so that two lines do not become one.
  const turn = (from.row % MOST_TURNS) * TURN_PX
  const elbow = start.x + TURN_PX + turn
  const carried = line.vlanIds.map((vlanId) => vlanNames.get(vlanId) ?? vlanId).join(', ')
  const flags = line.vlanIds.slice(0, MOST_FLAGS)
  return (
    <g>
      <title>{`${from.name} to ${to.name} by ${line.by}${carried ? `, carries ${carried}` : ''}`}</title>
      <path
        d={`M${start.x} ${start.y}H${elbow}V${end.y}H${end.x}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={line.by === 'cable' ? 1.6 : 2}
        strokeDasharray={line.by === 'cable' ? undefined : line.by === 'radio' ? '2 5' : '9 5'}
        strokeLinecap="round"
      />
      {flags.map((vlanId, i) => (
        <SmallFlag
          key={vlanId}
          vlanId={vlanId}
          x={end.x - 4 - (flags.length - i) * (FLAG.width - 2)}
          y={end.y - FLAG.height - 2}
        />
      ))}
    </g>
  )
}

function SmallFlag({ vlanId, x, y }: { vlanId: number; x: number; y: number }) {
  const { field, charge, path } = flagOf(vlanId)
  return (
    <svg x={x} y={y} width={FLAG.width} height={FLAG.height} viewBox="0 0 24 18">
      <rect x="0.5" y="0.5" width="23" height="17" fill={field} />
      <path d={path} fill={charge} />
      <rect x="0.5" y="0.5" width="23" height="17" fill="none" stroke="var(--ink)" strokeWidth="1" />
    </svg>
  )
}
