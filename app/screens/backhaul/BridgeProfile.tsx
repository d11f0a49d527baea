import type { BridgeSheet, ProfilePoint } from '~/core/radio/backhaul'
import { CLEAR_SHARE, WATER } from '~/core/radio/backhaul'
import type { Site } from '~/core/plan'

const WIDTH = 520
const HEIGHT = 230
const LEFT = 36
const BOTTOM = 26

/** The path from the side: what stands there, the straight line, and the zone that must be clear round it. */
export function BridgeProfile({ site, sheet }: { site: Site; sheet: BridgeSheet }) {
  const { profile, near, far } = sheet
  const { points, worst, distanceM } = profile
  const water = sheet.tide.length > 0 ? site.backhaul.water : null
  const lows = [...points.map(({ topM }) => topM), water?.lowestM ?? 0]
  const highs = points.map(({ rayM, fresnelM, topM }) => Math.max(rayM + fresnelM, topM))
  const [low, high] = [Math.min(...lows) - 0.5, Math.max(...highs) + 0.5]
  const x = (m: number) => LEFT + (m / distanceM) * (WIDTH - LEFT - 8)
  const y = (m: number) => HEIGHT - BOTTOM - ((m - low) / (high - low)) * (HEIGHT - BOTTOM - 10)
  const line = (pick: (point: ProfilePoint) => number, list = points) =>
    list
      .map((point, i) => `${i === 0 ? 'M' : 'L'}${x(point.atM).toFixed(1)} ${y(pick(point)).toFixed(1)}`)
      .join('')
  const zone = (share: number) =>
    `${line(({ rayM, fresnelM }) => rayM + share * fresnelM)}${line(({ rayM, fresnelM }) => rayM - share * fresnelM, [...points].reverse()).replace('M', 'L')}Z`
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full"
        role="img"
        aria-label={`Profile from ${far.name} to ${near.name}. Least clear is ${worst.what} at ${worst.atM.toFixed(0)} m, ${(worst.clearance * 100).toFixed(0)} % of the first Fresnel zone.`}
      >
        <path
          d={`${line(({ topM }) => topM)}L${x(distanceM)} ${HEIGHT - BOTTOM}L${x(0)} ${HEIGHT - BOTTOM}Z`}
          className="fill-land stroke-soft"
          strokeWidth="1"
        />
        {points.map((point, i) => {
          const next = points[i + 1]
          return point.what === WATER && next?.what === WATER ? (
            <rect
              key={point.atM}
              x={x(point.atM)}
              y={y(point.topM)}
              width={x(next.atM) - x(point.atM) + 0.6}
              height={HEIGHT - BOTTOM - y(point.topM)}
              className="fill-depth-2"
            />
          ) : null
        })}
        {water && (
          <g className="stroke-depth-5" strokeDasharray="3 3">
            <path d={`M${x(0)} ${y(water.highestM)}H${x(distanceM)}`} />
            <path d={`M${x(0)} ${y(water.lowestM)}H${x(distanceM)}`} />
          </g>
        )}
        <path d={zone(1)} className="fill-none stroke-caution" strokeWidth="1" strokeDasharray="4 3" />
        <path
          d={zone(CLEAR_SHARE)}
          className="fill-caution-wash stroke-caution"
          strokeWidth="0.8"
          fillOpacity="0.7"
        />
        <path d={line(({ rayM }) => rayM)} className="fill-none stroke-caution" strokeWidth="1.6" />
        <path
          d={`M${x(0)} ${y(points[0]?.topM ?? 0)}V${y(far.zM)}M${x(distanceM)} ${y(points.at(-1)?.topM ?? 0)}V${y(near.zM)}`}
          className="stroke-ink"
          strokeWidth="2"
        />
        <circle
          cx={x(worst.atM)}
          cy={y(worst.topM)}
          r="4"
          className="fill-none stroke-caution"
          strokeWidth="1.6"
        />
        {[low + 0.5, 0, high - 0.5].map((m) => (
          <text key={m} x={LEFT - 5} y={y(m) + 4} textAnchor="end" className="chart-name figures">
            {m.toFixed(1)}
          </text>
        ))}
        <text x={x(0)} y={HEIGHT - 8} className="chart-name">
          {far.name}
        </text>
        <text x={x(distanceM)} y={HEIGHT - 8} textAnchor="end" className="chart-name">
          {near.name}
        </text>
        {water && (
          <text x={x(distanceM / 2)} y={y(water.lowestM) + 12} textAnchor="middle" className="chart-name">
            low water {water.lowestM} m, high water {water.highestM} m
          </text>
        )}
      </svg>
      <figcaption className="caption">
        {profile.isClear
          ? `Clear: ${worst.what} at ${worst.atM.toFixed(0)} m comes nearest and leaves ${worst.clearance.toFixed(1)} times the radius of the first Fresnel zone; 0.6 is wanted (ITU-R P.530-18).`
          : `Not clear: ${worst.what} at ${worst.atM.toFixed(0)} m leaves ${(worst.clearance * 100).toFixed(0)} % of the first Fresnel zone; 60 % is wanted (ITU-R P.530-18).`}{' '}
        Heights over the yard’s zero, the earth’s bulge counted.
      </figcaption>
    </figure>
  )
}
