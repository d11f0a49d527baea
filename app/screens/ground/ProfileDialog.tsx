import { useMemo } from 'react'
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import { levelsAlong } from '~/core/radio/coverage'
import type { PlannedRadio } from '~/core/radio/coverage'
import { METRES_PER_FOOT } from '~/core/plan/drawing'
import { distanceM } from '~/core/plan'
import type { Level, Point, Site } from '~/core/plan'
import { CHART_TIP } from '../../components/chartTip'
import { Dialog } from '../../components/Dialog'

interface Props {
  site: Site
  level: Level
  radios: readonly PlannedRadio[]
  ends: [Point, Point] | null
  onClose: () => void
}

const STEPS = 120
const strokes = ['var(--depth-5)', 'var(--caution)', 'var(--soft)']
const dashes = ['', '7 3', '2 3']

/** Level of the three strongest access points along a line between any two points. */
export function ProfileDialog({ site, level, radios, ends, onClose }: Props) {
  return (
    <Dialog
      wide
      open={ends !== null}
      onClose={onClose}
      title="Profile"
      says="The level along the line, step by step, of the access points that are strongest on it."
    >
      {ends && <Profile site={site} level={level} radios={radios} ends={ends} />}
    </Dialog>
  )
}

function Profile({
  site,
  level,
  radios,
  ends: [from, to],
}: Omit<Props, 'ends' | 'onClose'> & { ends: [Point, Point] }) {
  const zM = level.floorM + site.ground.clientHeightM
  const per = site.ground.units === 'ft' ? METRES_PER_FOOT : 1
  const { farM, loudest } = useMemo(
    () => levelsAlong(site, radios, [from, to], zM, STEPS, strokes.length),
    [site, radios, from, to, zM],
  )
  const data = farM.map((far, i) => ({ far: far / per, dbm: loudest.map(({ dbm }) => dbm[i]) }))
  const need = Math.max(
    -75,
    ...site.areas.filter(({ levelId }) => levelId === level.id).map((a) => a.leastSignalDbm),
  )
  if (loudest.length === 0) return <p>No access point is on here on this band.</p>
  return (
    <>
      <div className="h-72" role="img" aria-label="Level along the line">
        <ResponsiveContainer>
          <LineChart data={data} margin={{ left: 0, right: 16, top: 8, bottom: 20 }}>
            <CartesianGrid stroke="var(--line)" vertical={false} />
            <XAxis
              dataKey="far"
              type="number"
              domain={[0, distanceM(from, to) / per]}
              tickFormatter={(value: number) => value.toFixed(0)}
              label={{ value: `along the line, ${site.ground.units}`, position: 'insideBottom', offset: -10 }}
              stroke="var(--soft)"
            />
            <YAxis
              domain={[-100, -20]}
              ticks={[-100, -80, -60, -40, -20]}
              allowDataOverflow
              stroke="var(--soft)"
              unit=" dBm"
              width={74}
            />
            <ReferenceLine y={need} stroke="var(--caution)" strokeDasharray="4 4" label={`need ${need}`} />
            <Tooltip
              formatter={(value) => `${Number(value).toFixed(1)} dBm`}
              labelFormatter={(value) => `${Number(value).toFixed(1)} ${site.ground.units}`}
              contentStyle={CHART_TIP}
            />
            {loudest.map(({ radio }, i) => (
              <Line
                key={radio.key}
                name={radio.device.name}
                dataKey={`dbm.${i}`}
                dot={false}
                stroke={strokes[i] ?? ''}
                strokeDasharray={dashes[i] ?? ''}
                strokeWidth={1.8}
                isAnimationActive={false}
              />
            ))}
          </LineChart>
        </ResponsiveContainer>
      </div>
      <table className="plain mt-2">
        <thead>
          <tr>
            <th>Access point</th>
            <th className="num">Strongest</th>
            <th className="num">Weakest</th>
          </tr>
        </thead>
        <tbody>
          {loudest.map(({ radio, dbm }, order) => (
            <tr key={radio.key}>
              <th>
                <svg width="30" height="6" className="mr-2 inline" aria-hidden>
                  <line
                    x1="0"
                    y1="3"
                    x2="30"
                    y2="3"
                    stroke={strokes[order]}
                    strokeWidth="2"
                    strokeDasharray={dashes[order]}
                  />
                </svg>
                {radio.device.name}
              </th>
              <td className="num figures">{Math.max(...dbm).toFixed(1)} dBm</td>
              <td className="num figures">{Math.min(...dbm).toFixed(1)} dBm</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}
