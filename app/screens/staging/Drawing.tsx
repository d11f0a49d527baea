import { useMemo, useState } from 'react'
import { PLAIN_WORD, isUp } from '~/core/world'
import { portName } from '~/core/plan'
import type { Link, LinkEnd } from '~/core/plan'
import type { Bench } from '../../hooks/useBench'
import { newId } from '../../hooks/newId'
import { useSite } from '../../hooks/useSite'
import { CELL, chartLayout } from '../ports/chartLayout'
import type { PlacedBlock } from '../ports/chartLayout'
import type { BoardState } from './boardState'
import { endText } from './freeEnds'

interface Props {
  state: BoardState
  bench: Bench
  isPast: boolean
  onChoose: (id: string) => void
}

/** More devices than this are a crowd on a drawing; their sockets are on their sheets. */
const MOST_DRAWN = 40

/**
 * The bench as it is cabled now. A press on a cable pulls it, or plugs it in again; a press on a free socket and then on another lays
 * a patch cable between the two. By keyboard the same is done on a device's sheet.
 */
export function Drawing({ state, bench, isPast, onChoose }: Props) {
  const { site } = useSite()
  const [from, setFrom] = useState<LinkEnd | null>(null)
  const { layout, links } = useMemo(() => laidOut(site, state), [site, state])
  if (!layout)
    return (
      <p className="sheet px-4 py-2 caption">
        The bench has more than {MOST_DRAWN} devices with sockets: cables are pulled and plugged on the sheet
        of each.
      </p>
    )
  const at = new Map(
    layout.blocks.flatMap((block) =>
      block.cells.map((cell) => [
        endText({ deviceId: block.device.id, port: cell.number }),
        cellMiddle(block, cell),
      ]),
    ),
  )
  const taken = new Set(links.filter(({ pulled }) => !pulled).flatMap(({ ends }) => ends.map(endText)))
  const press = (end: LinkEnd) => {
    if (isPast || taken.has(endText(end))) return
    if (!from || from.deviceId === end.deviceId) return setFrom(end)
    bench.act({ kind: 'patch', linkId: `patch-${newId()}`, a: from, b: end })
    setFrom(null)
  }
  return (
    <section className="sheet px-4 py-2" aria-label="The bench, drawn">
      <h2>Cables</h2>
      <p className="caption">
        {from
          ? 'Now press the free socket that the patch cable is to go into.'
          : 'Press a cable to pull it or plug it in; press a free socket to lay a patch cable from it.'}
      </p>
      <div className="overflow-x-auto">
        <svg
          width={layout.width}
          height={layout.height}
          viewBox={`0 0 ${layout.width} ${layout.height}`}
          role="group"
          aria-label="Devices of the bench and the cables between them"
        >
          {links.map(({ id, ends, pulled, isPatch }) => {
            const [one, two] = ends.map((end) => at.get(endText(end)))
            if (!one || !two) return null
            const bend = (two.x - one.x) / 2
            const d = `M ${one.x} ${one.y} C ${one.x + bend} ${one.y}, ${two.x - bend} ${two.y}, ${two.x} ${two.y}`
            const says = `${pulled ? 'Plug in' : 'Pull'} ${ends.map((end) => portName(site, end)).join(' to ')}`
            return (
              <g
                key={id}
                className="cursor-pointer"
                onClick={() => !isPast && bench.act({ kind: pulled ? 'plugCable' : 'pullCable', linkId: id })}
              >
                <title>{says}</title>
                <path d={d} fill="none" stroke="transparent" strokeWidth="9" />
                <path
                  d={d}
                  fill="none"
                  stroke={pulled ? 'var(--soft)' : 'var(--ink)'}
                  strokeWidth={isPatch ? 1.4 : 2}
                  strokeDasharray={pulled ? '2 5' : isPatch ? '7 3' : undefined}
                />
              </g>
            )
          })}
          {layout.blocks.map((block) => (
            <Block
              key={block.device.id}
              block={block}
              state={state}
              from={from}
              taken={taken}
              onPress={press}
              onChoose={onChoose}
            />
          ))}
        </svg>
      </div>
    </section>
  )
}

interface BlockProps {
  block: PlacedBlock
  state: BoardState
  from: LinkEnd | null
  taken: ReadonlySet<string>
  onPress: (end: LinkEnd) => void
  onChoose: (id: string) => void
}

function Block({
  block: { device, x, y, width, height, cells },
  state,
  from,
  taken,
  onPress,
  onChoose,
}: BlockProps) {
  const phase = state.devices.find(({ id }) => id === device.id)?.phase ?? 'dark'
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect
        width={width}
        height={height}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth={isUp(phase) ? 1.6 : 0.8}
        strokeDasharray={isUp(phase) ? undefined : '3 3'}
      />
      <text
        x="5"
        y="15"
        fontSize="12"
        fill="var(--ink)"
        className="cursor-pointer"
        onClick={() => onChoose(device.id)}
      >
        {device.name.length > 22 ? `${device.name.slice(0, 21)}…` : device.name}
        <title>{`${device.name}: ${PLAIN_WORD[phase]}`}</title>
      </text>
      {cells.map((cell) => {
        const end = { deviceId: device.id, port: cell.number }
        const isFree = !taken.has(endText(end))
        const isFrom = from !== null && endText(from) === endText(end)
        return (
          <g
            key={cell.number}
            transform={`translate(${cell.x - x} ${cell.y - y})`}
            className={isFree ? 'cursor-pointer' : ''}
            onClick={() => onPress(end)}
          >
            <rect
              x="3"
              y="6"
              width={CELL.width - 6}
              height={CELL.height - 14}
              fill={isFrom ? 'var(--caution-wash)' : isFree ? 'transparent' : 'var(--depth-2)'}
              stroke={isFrom ? 'var(--caution)' : 'var(--line)'}
            />
            <text
              x={CELL.width / 2}
              y={CELL.height / 2 + 3}
              fontSize="11"
              textAnchor="middle"
              fill="var(--ink)"
            >
              {cell.number}
            </text>
          </g>
        )
      })}
    </g>
  )
}

const cellMiddle = (_block: PlacedBlock, { x, y }: { x: number; y: number }) => ({
  x: x + CELL.width / 2,
  y: y + CELL.height / 2,
})

/** Laid out by the cables that are in now. */
function laidOut(site: ReturnType<typeof useSite>['site'], { cables }: BoardState) {
  const drawn = site.devices.filter((device) => device.ports.length > 0 && device.station === null)
  const links: Link[] = cables.map(({ id, ends: [a, b] }) => ({
    id,
    a,
    b,
    lengthM: 1,
    category: 'cat6',
    statedMbps: null,
  }))
  return drawn.length > MOST_DRAWN
    ? { layout: null, links: cables }
    : { layout: chartLayout({ ...site, links }, drawn), links: cables }
}
