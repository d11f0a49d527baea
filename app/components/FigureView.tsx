import { flagOf } from '~/core/record/figure/flag'
import type { Figure, Ink, Shape, Spot, Stroke } from '~/core/record/figure/types'

const ink = (name: Ink): string => (name === 'black' ? '#000' : `var(--${name})`)

const path = (points: readonly Spot[], isClosed: boolean): string =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(2)} ${y.toFixed(2)}`).join('') +
  (isClosed ? 'Z' : '')

const pen = (stroke: Stroke | undefined) =>
  stroke
    ? { stroke: ink(stroke.ink), strokeWidth: stroke.width, strokeDasharray: stroke.dash?.join(' ') }
    : {}

interface Props {
  figure: Figure
  /** Smaller than this nobody reads it: then it scrolls. */
  leastScale?: number
}

/** A drawing of the record in the inks of the page: what the PDF draws, too. */
export function FigureView({ figure: { width, height, says, shapes, isFramed }, leastScale = 0 }: Props) {
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={says}
      className={`block h-auto w-full ${isFramed ? 'border border-ink' : ''}`}
      style={{ maxWidth: width, minWidth: leastScale * width, height: 'auto' }}
    >
      {shapes.map((shape, i) => (
        <Drawn key={i} shape={shape} />
      ))}
    </svg>
  )
}

function Drawn({ shape }: { shape: Shape }) {
  switch (shape.kind) {
    case 'line':
      return <path d={path(shape.points, false)} fill="none" {...pen(shape.stroke)} />
    case 'area':
      return (
        <path
          d={shape.rings.map((ring) => path(ring, true)).join('')}
          fillRule="evenodd"
          fill={shape.fill ? ink(shape.fill) : 'none'}
          {...pen(shape.stroke)}
        />
      )
    case 'disc':
      return (
        <circle
          cx={shape.at[0]}
          cy={shape.at[1]}
          r={shape.radius}
          fill={shape.fill ? ink(shape.fill) : 'none'}
          {...pen(shape.stroke)}
        />
      )
    case 'text':
      return (
        <text
          x={shape.at[0]}
          y={shape.at[1]}
          fontSize={shape.size}
          fontWeight={shape.strong ? 600 : undefined}
          textAnchor={shape.anchor}
          fill={ink(shape.ink ?? 'ink')}
          {...(shape.halo ? { stroke: ink('sheet'), strokeWidth: 3, paintOrder: 'stroke' } : {})}
        >
          {shape.text}
        </text>
      )
    case 'flag': {
      const { field, charge, path: cloth } = flagOf(shape.vlanId)
      return (
        <svg
          x={shape.at[0]}
          y={shape.at[1]}
          width={(shape.height * 4) / 3}
          height={shape.height}
          viewBox="0 0 24 18"
        >
          <rect x="0.5" y="0.5" width="23" height="17" fill={field} />
          <path d={cloth} fill={charge} />
          <rect x="0.5" y="0.5" width="23" height="17" fill="none" stroke="var(--ink)" strokeWidth="1" />
        </svg>
      )
    }
  }
}
