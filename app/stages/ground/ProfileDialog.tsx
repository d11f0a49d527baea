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
import { downDbm, sounding } from '~/core/coverage'
import type { PlannedRadio } from '~/core/coverage'
import { METRES_PER_FOOT } from '~/core/drawing'
import { distanceM } from '~/core/site'
import type { Level, Point, Site } from '~/core/site'
import { Dialog } from '../../components/Dialog'

interface Props {
  site: Site
  level: Level
  radios: readonly PlannedRadio[]
  ends: [Point, Point] | null
  onClose: () => void
}

const STEPS = 120

/** Level of the three strongest lights along a line between any two points. */
export function ProfileDialog({ site, level, radios, ends, onClose }: Props) {
  return (
    <Dialog
      wide
      open={ends !== null}
      onClose={onClose}
      title="Profile"
      says="The level along the line, step by step, of the lights that are strongest on it."
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
  const long = distanceM(from, to)
  const zM = level.floorM + site.ground.clientHeightM
  const per = site.ground.units === 'ft' ? METRES_PER_FOOT : 1
  const steps = Array.from({ length: STEPS + 1 }, (_, i) => {
    const share = i / STEPS
    const at: Point = [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share]
    const levels = radios.map((radio) => downDbm(radio, sounding(site, radio, at, zM).wayDb, site.ground))
    return { far: (share * long) / per, levels }
  })
  const strongest = radios
    .map((radio, i) => ({ radio, i, peak: Math.max(...steps.map(({ levels }) => levels[i] ?? -200)) }))
    .sort((a, b) => b.peak - a.peak)
    .slice(0, 3)
  const data = steps.map(({ far, levels }) => ({
    far,
    ...Object.fromEntries(strongest.map(({ radio, i }) => [radio.device.name, levels[i]])),
  }))
  const need = Math.max(
    -75,
    ...site.areas.filter(({ levelId }) => levelId === level.id).map((a) => a.leastSignalDbm),
  )
  const strokes = ['var(--depth-5)', 'var(--caution)', 'var(--soft)']
  const dashes = ['', '7 3', '2 3']
  if (strongest.length === 0) return <p>No light is on here on this band.</p>
  return (
    <>
      <div className="h-72" role="img" aria-label="Level along the line">
        <ResponsiveContainer>
          <LineChart data={data} margin={{ left: 0, right: 16, top: 8, bottom: 20 }}>
            <CartesianGrid stroke="var(--line)" vertical={false} />
            <XAxis
              dataKey="far"
              type="number"
              domain={[0, long / per]}
              tickFormatter={(value: number) => value.toFixed(0)}
              label={{ value: `along the line, ${site.ground.units}`, position: 'insideBottom', offset: -10 }}
              stroke="var(--soft)"
            />
            <YAxis domain={[-100, -20]} stroke="var(--soft)" unit=" dBm" width={74} />
            <ReferenceLine y={need} stroke="var(--caution)" strokeDasharray="4 4" label={`need ${need}`} />
            <Tooltip
              formatter={(value) => `${Number(value).toFixed(1)} dBm`}
              labelFormatter={(value) => `${Number(value).toFixed(1)} ${site.ground.units}`}
              contentStyle={{ background: 'var(--sheet)', border: '1px solid var(--ink)' }}
            />
            {strongest.map(({ radio }, i) => (
              <Line
                key={radio.key}
                dataKey={radio.device.name}
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
            <th>Light</th>
            <th className="num">Strongest</th>
            <th className="num">Weakest</th>
          </tr>
        </thead>
        <tbody>
          {strongest.map(({ radio, i, peak }, order) => (
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
              <td className="num figures">{peak.toFixed(1)} dBm</td>
              <td className="num figures">
                {Math.min(...steps.map(({ levels }) => levels[i] ?? 0)).toFixed(1)} dBm
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}
