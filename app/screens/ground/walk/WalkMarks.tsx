import type { HeardObservation } from '~/core/judge/proof'
import type { Band, Level, Point } from '~/core/plan'
import type { NextSpot } from '~/core/radio/calibration'
import { toScreen } from '../useView'
import type { Size, View } from '../useView'

interface Props {
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
export function WalkMarks({ level, band, observed, next, spot, view, size }: Props) {
  return (
    <g className="pointer-events-none">
      {strongest(level, band, observed).map(({ at, dbm }) => {
        const [x, y] = toScreen(view, size, at)
        return (
          <g key={at.join()} data-read={at.join()}>
            <circle cx={x} cy={y} r="4" className="fill-sheet stroke-ink" strokeWidth="1.6" />
            {view.pxPerM >= NAMED_FROM_PX && (
              <text x={x + 7} y={y + 4} className="chart-name figures">
                {dbm === null ? 'none' : Math.round(dbm)}
              </text>
            )}
          </g>
        )
      })}
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

/** Of each spot the strongest radio of the band; null: none was heard there. */
function strongest(level: Level, band: Band, observed: readonly HeardObservation[]) {
  const spots = new Map<string, { at: Point; dbm: number | null }>()
  for (const { seen } of observed) {
    if (seen.levelId !== level.id || seen.band !== band) continue
    const known = spots.get(seen.at.join())
    const louder = known?.dbm != null && (seen.rssiDbm === null || seen.rssiDbm < known.dbm)
    if (!louder) spots.set(seen.at.join(), { at: seen.at, dbm: seen.rssiDbm })
  }
  return [...spots.values()]
}
