import { memo, useRef } from 'react'
import { kindOf, neighbourAt, portName, portSpecOf, wanOf } from '~/core/plan'
import type { Device, Port } from '~/core/plan'
import { flagOf } from '~/core/record/figure/flag'
import { useLitPorts } from '../../hooks/useLitPorts'
import type { Lit } from '../../hooks/useLitPorts'
import { useSelectedPorts } from '../../hooks/useSelectedPorts'
import { useSite } from '../../hooks/useSite'
import { CELL, chartLayout } from './chartLayout'
import type { PlacedAir, PlacedBlock, PlacedCell, PlacedTrunk } from './chartLayout'

interface Props {
  devices: Device[]
  /** How many devices there are in all: where not all are drawn, the chart says so. */
  all: number
  chosen: { deviceId: string; port: number } | null
  onChoose: (deviceId: string, port: number) => void
}

type Selection = ReturnType<typeof useSelectedPorts>

const MARGIN = 10

/** The devices side by side with the cables between them, each cable flying the flags of what it carries. */
export function SwitchChart({ devices, all, chosen, onChoose }: Props) {
  const { site } = useSite()
  const lit = useLitPorts()
  const selection = useSelectedPorts()
  const { blocks, trunks, airs, width, height } = chartLayout(site, devices)
  const root = useRef<SVGSVGElement>(null)
  const focus = (deviceId: string, port: number) =>
    root.current?.querySelector<SVGGElement>(`[data-cell="${deviceId}.${port}"]`)?.focus()
  if (blocks.length === 0) return null
  return (
    <section className="sheet max-h-[62vh] overflow-auto" aria-label="Chart of the switches" tabIndex={0}>
      {devices.length < all && (
        <p className="caption border-b border-line px-3 py-1">
          {devices.length} of {all} devices. Choose a port of another one below, or search, to see it with
          what it is cabled to.
        </p>
      )}
      <svg
        ref={root}
        width={width + 2 * MARGIN}
        height={height + 2 * MARGIN}
        viewBox={`${-MARGIN} ${-MARGIN} ${width + 2 * MARGIN} ${height + 2 * MARGIN}`}
        className="block"
      >
        {trunks.map((trunk) => {
          const marks = [trunk.link.a, trunk.link.b].map(({ deviceId, port }) => lit(deviceId, port))
          return <Trunk key={trunk.link.id} trunk={trunk} isLit={marks.every((mark) => mark !== null)} />
        })}
        {airs.map((air) => (
          <AirLine key={air.childId} air={air} />
        ))}
        {blocks.map((block) => (
          <Block
            key={block.device.id}
            block={block}
            chosen={chosen}
            selection={selection}
            lit={lit}
            onChoose={onChoose}
            focus={focus}
          />
        ))}
      </svg>
    </section>
  )
}

/** A hawser: it sags a little, and is thick where the followed frame passes. */
function Trunk({ trunk: { from, to, vlanIds }, isLit }: { trunk: PlacedTrunk; isLit: boolean }) {
  const bend = from.x === to.x ? from.x + 46 : (from.x + to.x) / 2
  const middle = { x: from.x === to.x ? from.x + 34 : bend, y: (from.y + to.y) / 2 }
  return (
    <g aria-hidden="true">
      <path
        d={`M${from.x} ${from.y}C${bend} ${from.y} ${bend} ${to.y} ${to.x} ${to.y}`}
        fill="none"
        stroke={isLit ? 'var(--depth-5)' : 'var(--ink)'}
        strokeWidth={isLit ? 5 : 1.6}
      />
      <g
        transform={`translate(${middle.x - (Math.min(vlanIds.length, 3) * 15) / 2} ${middle.y - (vlanIds.length > 3 ? 11 : 5)})`}
      >
        {vlanIds.slice(0, 6).map((vlanId, i) => (
          <MiniFlag key={vlanId} vlanId={vlanId} x={(i % 3) * 15} y={Math.floor(i / 3) * 11} width={13} />
        ))}
      </g>
    </g>
  )
}

/** A radio uplink: a double line, dashed, with the device that stands between where it is not on the chart itself. */
function AirLine({ air: { from, to, says } }: { air: PlacedAir }) {
  const bend = from.x === to.x ? from.x + 46 : (from.x + to.x) / 2
  const path = `M${from.x} ${from.y}C${bend} ${from.y} ${bend} ${to.y} ${to.x} ${to.y}`
  return (
    <g role="img" aria-label={says} data-air>
      <title>{says}</title>
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth="4.4" strokeDasharray="7 4" />
      <path d={path} fill="none" stroke="var(--sheet)" strokeWidth="2" />
      <text x={(from.x + to.x) / 2} y={(from.y + to.y) / 2 - 6} textAnchor="middle" className="level-label">
        radio
      </text>
    </g>
  )
}

/** Flags are drawn 24 wide and 18 high. */
const FLAG_WIDTH = 24

const MiniFlag = memo(function MiniFlag({
  vlanId,
  x,
  y,
  width,
}: {
  vlanId: number
  x: number
  y: number
  width: number
}) {
  const { field, charge, path } = flagOf(vlanId)
  return (
    <g transform={`translate(${x} ${y}) scale(${width / FLAG_WIDTH})`} className="flag">
      <title>{`VLAN ${vlanId}`}</title>
      <rect x="0.5" y="0.5" width="23" height="17" fill={field} />
      <path d={path} fill={charge} />
      <rect x="0.5" y="0.5" width="23" height="17" fill="none" stroke="var(--ink)" strokeWidth="1.6" />
    </g>
  )
})

interface BlockProps {
  block: PlacedBlock
  chosen: Props['chosen']
  selection: Selection
  lit: ReturnType<typeof useLitPorts>
  onChoose: Props['onChoose']
  focus: (deviceId: string, port: number) => void
}

function Block({ block, chosen, selection, lit, onChoose, focus }: BlockProps) {
  const { device, x, y, width, height, cells } = block
  const perRow = Math.round(width / CELL.width)
  const roving = cells.some(({ number }) => chosen?.deviceId === device.id && chosen.port === number)
    ? chosen?.port
    : cells[0]?.number
  return (
    <g role="group" aria-label={`${device.name} on the chart`}>
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1.2"
      />
      <rect x={x} y={y} width={width} height="24" fill="var(--land)" stroke="var(--ink)" strokeWidth="1.2" />
      <text x={x + 6} y={y + 16.5} fontSize="12.5" fontWeight="650" fill="var(--ink)">
        {shortened(device.name, Math.floor(width / 7))}
      </text>
      {cells.map((cell, i) => (
        <Cell
          key={cell.number}
          device={device}
          cell={cell}
          isChosen={chosen?.deviceId === device.id && chosen.port === cell.number}
          isTabStop={cell.number === roving}
          selection={selection}
          lit={lit(device.id, cell.number)}
          onChoose={() => onChoose(device.id, cell.number)}
          onMove={(key) => {
            const step = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: perRow, ArrowUp: -perRow }[key] ?? 0
            const next = cells[i + step]
            if (next) focus(device.id, next.number)
          }}
        />
      ))}
    </g>
  )
}

const shortened = (name: string, most: number): string =>
  name.length > most ? `${name.slice(0, Math.max(1, most - 1))}…` : name

interface CellProps {
  device: Device
  cell: PlacedCell
  isChosen: boolean
  isTabStop: boolean
  selection: Selection
  lit: Lit | null
  onChoose: () => void
  onMove: (key: string) => void
}

/** One port: its flag, its number, and a mark when something is plugged in. Space adds it to a choice of many. */
function Cell({ device, cell, isChosen, isTabStop, selection, lit, onChoose, onMove }: CellProps) {
  const { site } = useSite()
  const end = { deviceId: device.id, port: cell.number }
  const port = device.ports.find(({ number }) => number === cell.number)
  const neighbour = neighbourAt(site, end)?.device
  const selected = selection.has(end)
  const label = String(portSpecOf(site, device, cell.number)?.label ?? cell.number)
  if (!port) return null
  const press = (many: boolean) => (many ? selection.toggle(end) : onChoose())
  return (
    <g
      role="button"
      tabIndex={isTabStop ? 0 : -1}
      data-cell={`${device.id}.${cell.number}`}
      aria-pressed={selected || isChosen}
      aria-label={`On the chart: ${portName(site, end)}, ${wordsOf(port)}, ${neighbour ? `to ${neighbour.name}` : 'free'}${selected ? ', chosen for a change of many' : ''}`}
      className="cursor-pointer outline-offset-[-2px]"
      transform={`translate(${cell.x} ${cell.y})`}
      onClick={(event) => press(event.ctrlKey || event.metaKey || event.shiftKey)}
      onKeyDown={(event) => {
        if (event.key === ' ' || event.key === 'Enter') {
          event.preventDefault()
          press(event.key === ' ')
        } else if (event.key.startsWith('Arrow')) {
          event.preventDefault()
          onMove(event.key)
        }
      }}
    >
      <rect width={CELL.width} height={CELL.height} fill={fillOf(selected, isChosen)} stroke="var(--line)" />
      <Hoisted device={device} port={port} />
      <text
        x={CELL.width / 2}
        y="27"
        textAnchor="middle"
        className="figures"
        style={label.length > 3 ? { fontSize: 10.5 } : undefined}
        fill="var(--ink)"
      >
        {label}
      </text>
      {neighbour && (
        <path
          d={`M4 31H${CELL.width - 4}C${CELL.width - 5} 37 ${CELL.width - 9} 38 15.5 38C9 38 5 37 4 31Z`}
          fill="var(--depth-4)"
          stroke="var(--ink)"
          strokeWidth="0.8"
        />
      )}
      {lit && (
        <rect
          x="1.5"
          y="1.5"
          width={CELL.width - 3}
          height={CELL.height - 3}
          fill="none"
          stroke={lit === 'drops' ? 'var(--caution)' : 'var(--depth-5)'}
          strokeWidth="3"
          strokeDasharray={lit === 'drops' ? '4 2' : undefined}
        />
      )}
      {isChosen && (
        <rect
          x="1"
          y="1"
          width={CELL.width - 2}
          height={CELL.height - 2}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2"
        />
      )}
      {selected && <path d="M3 8L7 12L13 3" fill="none" stroke="var(--caution)" strokeWidth="2.4" />}
    </g>
  )
}

const fillOf = (selected: boolean, chosen: boolean): string =>
  selected ? 'var(--caution-wash)' : chosen ? 'var(--depth-2)' : 'var(--sheet)'

const wordsOf = (port: Port): string =>
  [
    port.mode,
    port.nativeVlan === null ? 'no native VLAN' : `native VLAN ${port.nativeVlan}`,
    port.mode === 'trunk' && port.taggedVlans.length > 0 ? `tagged ${port.taggedVlans.join(', ')}` : null,
  ]
    .filter((part) => part !== null)
    .join(', ')

/** A flag five wide, where a border and a name would be lost; the port says in words which it is. */
function Pennant({ vlanId, x, y }: { vlanId: number; x: number; y: number }) {
  const { field, charge, path } = flagOf(vlanId)
  return (
    <g transform={`translate(${x} ${y}) scale(${5 / FLAG_WIDTH})`} className="flag">
      <rect width="24" height="18" fill={field} stroke="var(--ink)" strokeWidth="1.6" />
      <path d={path} fill={charge} />
    </g>
  )
}

/** The native VLAN's flag; below it a pennant line, one stroke for each tagged VLAN. */
const Hoisted = memo(function Hoisted({ device, port }: { device: Device; port: Port }) {
  if (kindOf(device).switching === 'plain' || wanOf(device)?.port === port.number) return null
  const tagged = port.mode === 'trunk' ? port.taggedVlans : []
  return (
    <>
      {port.nativeVlan !== null && <MiniFlag vlanId={port.nativeVlan} x={3} y={3} width={14} />}
      {tagged.slice(0, 4).map((vlanId, i) => (
        <Pennant key={vlanId} vlanId={vlanId} x={19.5 + (i % 2) * 5.6} y={2.5 + Math.floor(i / 2) * 6.4} />
      ))}
    </>
  )
})
