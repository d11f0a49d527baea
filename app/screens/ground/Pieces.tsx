import { memo } from 'react'
import { cornersOf, sameRef } from '~/core/plan/drawing'
import type { PieceRef } from '~/core/plan/drawing'
import { middleOf } from '~/core/plan'
import type { Level, Point, Site } from '~/core/plan'
import { linePath, ringPath } from './paths'
import { piecesOn } from './piecesOn'
import { sameDrawn } from './sameDrawn'
import { toScreen } from './useView'
import type { Size, View } from './useView'

interface Props {
  site: Site
  level: Level
  view: View
  size: Size
  refs: readonly PieceRef[]
}

/** Broad unseen strokes to take hold of pieces by, and the marks of those that are chosen. */
export const Pieces = memo(function Pieces({ site, level, view, size, refs }: Props) {
  return (
    <g>
      {piecesOn(site, level).map(({ ref, points, closed }) => {
        const chosen = refs.some((one) => sameRef(one, ref))
        const d = closed ? ringPath(view, size, points) : linePath(view, size, points)
        return (
          <g key={`${ref.collection}.${ref.id}`}>
            {ref.collection === 'areas' && (
              <path
                d={d}
                className="fill-none stroke-ink"
                strokeWidth="1"
                strokeDasharray="1 4"
                strokeLinecap="round"
              />
            )}
            {ref.collection === 'cableRoutes' && (
              <path d={d} className="fill-none stroke-ink" strokeWidth="1.1" strokeDasharray="9 3 2 3" />
            )}
            {chosen && <path d={d} className="fill-none stroke-caution" strokeWidth="2.2" />}
            <path
              d={d}
              data-piece={`${ref.collection}.${ref.id}`}
              fill="none"
              stroke="transparent"
              strokeWidth="12"
              strokeLinejoin="round"
              className="cursor-pointer"
              pointerEvents="stroke"
            />
          </g>
        )
      })}
      {refs.length === 1 &&
        refs[0] &&
        refs[0].collection !== 'devices' &&
        refs[0].collection !== 'underlays' && (
          <Corners points={cornersOf(site, refs[0])} view={view} size={size} />
        )}
    </g>
  )
}, sameDrawn)

function Corners({ points, view, size }: { points: Point[]; view: View; size: Size }) {
  return (
    <>
      {points.map((point, i) => {
        const [x, y] = toScreen(view, size, point)
        return (
          <rect
            key={i}
            data-corner={i}
            x={x - 4}
            y={y - 4}
            width="8"
            height="8"
            className="cursor-move fill-sheet stroke-caution"
            strokeWidth="1.6"
          />
        )
      })}
    </>
  )
}

/** Names of places in the middle of them, as a chart has them. */
export const PlaceNames = memo(function PlaceNames({ site, level, view, size }: Omit<Props, 'refs'>) {
  const named = [
    ...site.keepOuts.filter(({ levelId, water }) => levelId === level.id && water),
    ...site.buildings.filter(({ levelIds }) => levelIds.includes(level.id)),
    ...site.obstacles.filter(({ levelId }) => levelId === level.id),
  ]
  return (
    <g className="pointer-events-none">
      {named.map(({ id, name, outline }) => {
        const low = outline.reduce((least, [, py]) => Math.min(least, py), Infinity)
        const [x, y] = toScreen(view, size, [middleOf(outline)[0], low])
        const xs = outline.map(([px]) => px)
        const room = (Math.max(...xs) - Math.min(...xs)) * view.pxPerM
        if (room < Math.max(60, name.length * 5)) return null
        return (
          <text key={id} x={x} y={y - 5} textAnchor="middle" className="chart-place">
            {name}
          </text>
        )
      })}
    </g>
  )
}, sameDrawn)
