import { linePath, ringPath } from './paths'
import { sameDrawn } from './sameDrawn'
import { memo } from 'react'
import { materialOf } from '~/core/radio/propagation'
import { distanceM } from '~/core/plan'
import type { Level, Point, Site, Wall } from '~/core/plan'
import type { Size, View } from './useView'

interface Props {
  site: Site
  level: Level
  view: View
  size: Size
}

/** Patterns that the chart draws with; one copy on the page. */
export function ChartPatterns() {
  return (
    <defs>
      <pattern id="water" width="26" height="14" patternUnits="userSpaceOnUse">
        <path
          d="M1 6q3 -3 6 0t6 0M14 12q3 -3 6 0t6 0"
          className="fill-none stroke-depth-4"
          strokeWidth="0.8"
        />
      </pattern>
      <pattern id="hatched" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="7" stroke="var(--caution)" strokeWidth="1.3" />
      </pattern>
      <pattern id="boats" width="16" height="9" patternUnits="userSpaceOnUse">
        <path
          d="M2 3.5h9l3 -1.5M2 3.5q1 3 4 3h4q3 0 4 -4.5"
          className="fill-none stroke-soft"
          strokeWidth="0.8"
        />
      </pattern>
      <pattern id="masts" width="9" height="12" patternUnits="userSpaceOnUse">
        <path d="M4 1v10M1 4h6" className="fill-none stroke-soft" strokeWidth="0.8" />
      </pattern>
      <pattern id="trees" width="14" height="14" patternUnits="userSpaceOnUse">
        <circle cx="5" cy="5" r="3" className="fill-none stroke-soft" strokeWidth="0.8" />
        <circle cx="11" cy="11" r="2" className="fill-none stroke-soft" strokeWidth="0.8" />
      </pattern>
      <pattern id="racking" width="8" height="8" patternUnits="userSpaceOnUse">
        <path d="M0 4h8M4 0v8" className="fill-none stroke-soft" strokeWidth="0.6" />
      </pattern>
      <pattern id="other" width="6" height="6" patternUnits="userSpaceOnUse">
        <circle cx="2" cy="2" r="0.8" className="fill-soft" />
      </pattern>
    </defs>
  )
}

/** What lies under the tints: water, and buildings as land. */
export const Ground = memo(function Ground({ site, level, view, size }: Props) {
  return (
    <g>
      {site.keepOuts
        .filter(({ levelId, water }) => water && levelId === level.id)
        .map(({ id, outline }) => (
          <path key={id} d={ringPath(view, size, outline)} className="fill-depth-1" />
        ))}
      {site.buildings
        .filter(({ levelIds }) => levelIds.includes(level.id))
        .map(({ id, outline }) => (
          <path key={id} d={ringPath(view, size, outline)} className="fill-land" />
        ))}
    </g>
  )
}, sameDrawn)

/** What lies over the tints: water lines, obstacles, keep-outs, walls. */
export const Structures = memo(function Structures({ site, level, view, size }: Props) {
  const here = <T extends { levelId: string }>(list: T[]): T[] =>
    list.filter(({ levelId }) => levelId === level.id)
  return (
    <g>
      {here(site.keepOuts).map(({ id, outline, water }) => (
        <path
          key={id}
          d={ringPath(view, size, outline)}
          fill={water ? 'url(#water)' : 'none'}
          className="stroke-soft"
          strokeWidth="1"
          strokeDasharray={water ? undefined : '2 4'}
        />
      ))}
      {here(site.obstacles).map(({ id, outline, kind }) => (
        <path
          key={id}
          d={ringPath(view, size, outline)}
          fill={`url(#${kind})`}
          className="stroke-soft"
          strokeWidth="0.9"
          strokeDasharray="5 3"
        />
      ))}
      {site.buildings
        .filter(({ levelIds }) => levelIds.includes(level.id))
        .map(({ id, outline }) => (
          <path
            key={id}
            d={ringPath(view, size, outline)}
            className="fill-none stroke-soft"
            strokeWidth="0.7"
          />
        ))}
      {here(site.walls).map((wall) => (
        <WallLine key={wall.id} wall={wall} view={view} size={size} />
      ))}
      {here(site.risers.flatMap((riser) => riser.levelIds.map((levelId) => ({ ...riser, levelId })))).map(
        ({ id, at, name }) => (
          <path key={id} d={cross(view, size, at)} className="fill-sheet stroke-ink" strokeWidth="1">
            <title>{name}</title>
          </path>
        ),
      )}
    </g>
  )
}, sameDrawn)

function cross(view: View, size: Size, at: Point): string {
  const r = 5 / view.pxPerM
  const [x, y] = at
  return ringPath(view, size, [
    [x - r, y - r],
    [x + r, y - r],
    [x + r, y + r],
    [x - r, y + r],
    [x - r, y - r],
    [x + r, y + r],
    [x + r, y - r],
    [x - r, y + r],
  ])
}

/** As thick as the wall is, at least a hair; metal as a double line, glass and wood light, openings left out. */
function WallLine({ wall, view, size }: { wall: Wall; view: View; size: Size }) {
  const width = Math.max(1.4, Math.min(9, (wall.thicknessMm / 1000) * view.pxPerM))
  const metal = wall.material === 'metal'
  return (
    <g>
      <title>{`${materialOf(wall.material).name}, ${wall.thicknessMm} mm`}</title>
      <path
        d={linePath(view, size, wall.points)}
        className="fill-none stroke-ink"
        strokeWidth={metal ? Math.max(3.4, width) : width}
      />
      {metal && (
        <path d={linePath(view, size, wall.points)} className="fill-none stroke-sheet" strokeWidth="1.2" />
      )}
      {wall.openings.map(({ id, fromM, widthM, material }) => (
        <path
          key={id}
          d={linePath(view, size, stretch(wall.points, fromM, fromM + widthM))}
          className={`fill-none ${material === 'air' ? 'stroke-paper' : material === 'glass' ? 'stroke-depth-3' : 'stroke-land'}`}
          strokeWidth={Math.max(1.6, width - 0.6)}
        />
      ))}
    </g>
  )
}

/** The part of a line between two lengths along it. */
function stretch(points: readonly Point[], fromM: number, toM: number): Point[] {
  const part: Point[] = []
  let start = 0
  points.slice(1).forEach((b, i) => {
    const a = points[i] ?? b
    const long = distanceM(a, b)
    const on = (m: number): Point => {
      const share = long === 0 ? 0 : (m - start) / long
      return [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share]
    }
    const [from, to] = [Math.max(fromM, start), Math.min(toM, start + long)]
    if (to > from) {
      if (part.length === 0) part.push(on(from))
      part.push(on(to))
    }
    start += long
  })
  return part
}
