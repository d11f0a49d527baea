import { strongestAt } from '~/core/judge/proof'
import type { HeardObservation } from '~/core/judge/proof'
import { within } from '~/core/plan'
import type { Band, Level, Point, Site } from '~/core/plan'
import type { NextSpot } from '~/core/radio/calibration'
import { toScreen } from '../useView'
import type { Size, View } from '../useView'

interface Props {
  site: Site
  level: Level
  band: Band
  observed: readonly HeardObservation[]
  next: readonly NextSpot[]
  /** The spot that is being read. */
  spot: Point | null
  view: View
  size: Size
}

/** Further out the figures would lie over each other. */
const NAMED_FROM_PX = 6

/** Spots of the walk with the strongest level read there, the next ones to read at, and where one stands. */
export function WalkMarks({ site, level, band, observed, next, spot, view, size }: Props) {
  return (
    <g className="pointer-events-none">
      {strongestAt(observed.filter(({ seen }) => seen.levelId === level.id && seen.band === band)).map(
        ({ at, dbm }) => {
          const [x, y] = toScreen(view, size, at)
          const below = isBelow(site, level, band, at, dbm)
          return (
            <g key={at.join()} data-read={at.join()}>
              <circle
                cx={x}
                cy={y}
                r={below ? 6 : 4}
                className={below ? 'fill-sheet stroke-caution' : 'fill-sheet stroke-ink'}
                strokeWidth={below ? 3 : 1.6}
                data-below={below}
              />
              {view.pxPerM >= NAMED_FROM_PX && (
                <text x={x + 7} y={y + 4} className="chart-name figures">
                  {dbm === null ? 'none' : Math.round(dbm)}
                </text>
              )}
            </g>
          )
        },
      )}
      {next
        .filter(({ levelId }) => levelId === level.id)
        .map(({ at }, i) => {
          const [x, y] = toScreen(view, size, at)
          return (
            <g key={at.join()} data-next-spot={i + 1}>
              <circle
                cx={x}
                cy={y}
                r="9"
                className="fill-sheet stroke-caution"
                strokeWidth="1.6"
                strokeDasharray="3 2"
              />
              <text x={x} y={y + 4} textAnchor="middle" className="chart-name figures">
                {i + 1}
              </text>
            </g>
          )
        })}
      {spot && <Here at={toScreen(view, size, spot)} />}
    </g>
  )
}

const Here = ({ at: [x, y] }: { at: Point }) => (
  <path
    d={`M${x - 11} ${y}h22M${x} ${y - 11}v22M${x - 6} ${y}a6 6 0 1 0 12 0a6 6 0 1 0 -12 0`}
    className="fill-none stroke-caution"
    strokeWidth="1.6"
  />
)

/** Whether an area that the spot is in needs more than was read there. */
const isBelow = ({ areas }: Site, level: Level, band: Band, at: Point, dbm: number | null): boolean =>
  areas.some(
    (area) =>
      area.levelId === level.id &&
      area.band === band &&
      area.outline.length > 2 &&
      within(area.outline, at) &&
      (dbm ?? -Infinity) < area.leastSignalDbm,
  )
