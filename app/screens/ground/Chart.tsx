import { useEffect, useRef, useState } from 'react'
import type { ReactNode } from 'react'
import type { PieceRef } from '~/core/plan/drawing'
import { lengthText } from '~/core/plan/drawing'
import { distanceM } from '~/core/plan'
import type { Band, Level, Point, Site } from '~/core/plan'
import type { Plot } from '../../workers/messages'
import { Depths } from './Depths'
import { ChartPatterns, Ground, Structures } from './Land'
import { DeviceNames, PlacedDevices } from './PlacedDevices'
import { Pieces, PlaceNames } from './Pieces'
import { SignalLines } from './SignalLines'
import { linePath, ringPath } from './paths'
import { toolOf } from './tools'
import type { ToolName } from './tools'
import { Underlays } from './Underlays'
import type { useChartInput } from './useChartInput'
import { toScreen } from './useView'
import type { Size, View } from './useView'

interface Props {
  site: Site
  level: Level
  band: Band
  plot: Plot | null
  view: View
  size: Size
  tool: ToolName
  refs: readonly PieceRef[]
  input: ReturnType<typeof useChartInput>
  theme: string
  onSize: (size: Size) => void
  onWheel: (factor: number, at: Point) => void
  onDeviceKey: (deviceId: string) => void
  /** What lies over the chart: the walk. */
  marks?: ReactNode
  children?: ReactNode
}

/** The chart itself: paper, tints, lines, land, access points. */
export function Chart({ children, ...props }: Props) {
  const { site, level, band, plot, view, size, tool, refs, input, theme, onSize } = props
  const frame = useRef<HTMLDivElement>(null)
  const wheel = useRef(props.onWheel)
  useEffect(() => {
    wheel.current = props.onWheel
  })
  const [sizer] = useState(() => onSize)
  useEffect(() => {
    const element = frame.current
    if (!element) return
    const measure = () => sizer({ width: element.clientWidth, height: element.clientHeight })
    const observer = new ResizeObserver(measure)
    observer.observe(element)
    measure()
    const turn = (event: WheelEvent) => {
      event.preventDefault()
      const box = element.getBoundingClientRect()
      wheel.current(event.deltaY < 0 ? 1.15 : 1 / 1.15, [event.clientX - box.left, event.clientY - box.top])
    }
    element.addEventListener('wheel', turn, { passive: false })
    return () => {
      observer.disconnect()
      element.removeEventListener('wheel', turn)
    }
  }, [sizer])
  const common = { site, level, view, size }
  const chosen = new Set(refs.filter(({ collection }) => collection === 'devices').map(({ id }) => id))
  return (
    <div ref={frame} className="relative h-full overflow-hidden bg-sheet" data-chart>
      <svg className="absolute inset-0 size-full" aria-hidden>
        <Underlays {...common} />
        <Ground {...common} />
      </svg>
      <div className="absolute inset-0 opacity-75 mix-blend-multiply in-data-[theme=night]:mix-blend-screen">
        <Depths plot={plot} view={view} size={size} theme={theme} />
      </div>
      <svg
        className={`absolute inset-0 size-full touch-none focus-visible:outline-none ${toolOf(tool).draws === 'nothing' ? '' : 'cursor-crosshair'}`}
        tabIndex={0}
        role="application"
        aria-label="Chart of the site. Arrow keys move what is chosen or pan; plus and minus zoom."
        {...input.handlers}
      >
        <ChartPatterns />
        <Structures {...common} />
        {plot && <SignalLines plot={plot} view={view} size={size} />}
        <PlaceNames {...common} />
        <Pieces {...common} refs={refs} />
        <PlacedDevices {...common} band={band} chosen={chosen} onKey={props.onDeviceKey} />
        <DeviceNames {...common} band={band} chosen={chosen} />
        {props.marks}
        <Drawing {...props} />
        <ScaleBar view={view} size={size} unit={site.ground.units} />
      </svg>
      {children}
    </div>
  )
}

/** The line that is being drawn, with the length of its next piece. */
function Drawing({ site, view, size, tool, input }: Props) {
  const { line, cursor, frame } = input
  const { points, pointer, typed } = line
  const last = points.at(-1)
  const outline = toolOf(tool).draws === 'outline'
  const all = pointer && last ? [...points, pointer] : points
  const [cx, cy] = cursor ? toScreen(view, size, cursor) : [0, 0]
  const end = pointer && last ? toScreen(view, size, pointer) : null
  return (
    <g className="pointer-events-none">
      {all.length > 1 && (
        <path
          d={outline ? ringPath(view, size, all) : linePath(view, size, all)}
          className="fill-none stroke-caution"
          strokeWidth="1.8"
        />
      )}
      {points.map((point, i) => {
        const [x, y] = toScreen(view, size, point)
        return <circle key={i} cx={x} cy={y} r="3.2" className="fill-caution" />
      })}
      {cursor && (
        <path
          d={`M${cx - 9} ${cy}h18M${cx} ${cy - 9}v18`}
          className="stroke-caution"
          strokeWidth="1.2"
          data-cursor={`${cursor[0].toFixed(2)},${cursor[1].toFixed(2)}`}
        />
      )}
      {end && last && pointer && (
        <text x={end[0] + 12} y={end[1] - 10} className="chart-name figures">
          {typed ? `${typed}▏` : lengthText(distanceM(last, pointer), site.ground.units, 2)}
        </text>
      )}
      {frame && (
        <rect
          x={Math.min(frame.from[0], frame.to[0])}
          y={Math.min(frame.from[1], frame.to[1])}
          width={Math.abs(frame.to[0] - frame.from[0])}
          height={Math.abs(frame.to[1] - frame.from[1])}
          className="fill-none stroke-caution"
          strokeDasharray="4 3"
        />
      )}
    </g>
  )
}

const STEPS_M = [0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500]

/** A scale as a chart's border has it: black and white pieces. */
function ScaleBar({ view, size, unit }: { view: View; size: Size; unit: 'm' | 'ft' }) {
  const perStep = unit === 'ft' ? 0.3048 : 1
  const step = STEPS_M.find((m) => m * perStep * view.pxPerM >= 40) ?? 500
  const width = step * perStep * view.pxPerM
  const y = size.height - 16
  return (
    <g className="pointer-events-none" transform={`translate(14 ${y})`} aria-hidden>
      {[0, 1, 2, 3].map((i) => (
        <rect
          key={i}
          x={i * width}
          y="0"
          width={width}
          height="5"
          className={`${i % 2 ? 'fill-sheet' : 'fill-ink'} stroke-ink`}
          strokeWidth="0.8"
        />
      ))}
      <text x="0" y="-4" className="chart-name figures">
        0
      </text>
      <text x={4 * width} y="-4" textAnchor="middle" className="chart-name figures">
        {step * 4} {unit}
      </text>
    </g>
  )
}
