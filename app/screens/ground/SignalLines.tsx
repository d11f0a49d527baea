import { memo } from 'react'
import { READINGS } from '~/core/radio/coverage'
import type { Isoline } from '~/core/radio/coverage'
import { lengthM } from '~/core/plan'
import type { Plot } from '../../workers/messages'
import { ringPath } from './paths'
import { toScreen } from './useView'
import type { Size, View } from './useView'

interface Props {
  plot: Plot
  view: View
  size: Size
}

/** Lines shorter than this on screen have no room for a figure. */
const LEAST_LABELLED_PX = 90

/** Isolines with their level on them written on them, and what is below the need. */
export const SignalLines = memo(function SignalLines({ plot, view, size }: Props) {
  return (
    <g className="pointer-events-none">
      {plot.hatcheds.map(({ rings }, i) => (
        <path
          key={i}
          d={rings.map((ring) => ringPath(view, size, ring)).join('')}
          fill="url(#hatched)"
          fillRule="evenodd"
          className="stroke-caution"
          strokeWidth="0.8"
        />
      ))}
      {plot.isolines.map((line) => (
        <g key={line.value}>
          <path
            d={line.rings.map((ring) => ringPath(view, size, ring)).join('')}
            className="fill-none stroke-depth-5"
            strokeWidth={line.value === middleOf(plot) ? 1.3 : 0.7}
            strokeOpacity="0.8"
          />
          {labels(line, view, size, plot.grid.cellM).map(([x, y], i) => (
            <text key={i} x={x} y={y} textAnchor="middle" dominantBaseline="central" className="level-label">
              {plot.reading === 'servers' ? line.value : Math.abs(line.value)}
            </text>
          ))}
        </g>
      ))}
      <title>{`Lines of equal ${READINGS[plot.reading].name.toLowerCase()}`}</title>
    </g>
  )
})

const middleOf = ({ isolines }: Plot): number | undefined => isolines[2]?.value

/** A third of the way round each ring that is long enough and in the picture. */
function labels({ rings }: Isoline, view: View, size: Size, cellM: number): [number, number][] {
  return rings.flatMap((ring) => {
    if (lengthM(ring) * view.pxPerM < LEAST_LABELLED_PX || ring.length * cellM < 2) return []
    const spot = ring[Math.floor(ring.length / 3)]
    if (!spot) return []
    const [x, y] = toScreen(view, size, spot)
    return x < 10 || y < 10 || x > size.width - 10 || y > size.height - 10 ? [] : [[x, y] as [number, number]]
  })
}
