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
import type { BridgeSheet } from '~/core/radio/backhaul'
import { CHART_TIP } from '../../components/chartTip'

const dbm = (value: unknown): string => `${Number(value).toFixed(1)} dBm`

interface CurveProps {
  label: string
  data: { at: number; level: number }[]
  unit: string
  neededDbm: number | null
  mark: number | null
}

function Curve({ label, data, unit, neededDbm, mark }: CurveProps) {
  const levels = data.map(({ level }) => level)
  const [low, high] = [Math.min(...levels), Math.max(...levels)]
  // What is needed is drawn where it is near; far below it would only flatten the curve.
  const near = neededDbm !== null && low - neededDbm < 20 ? neededDbm : null
  const domain: [number, number] = [Math.floor(Math.min(low, near ?? low) - 2), Math.ceil(high + 2)]
  return (
    <div className="h-52" role="img" aria-label={label}>
      <ResponsiveContainer>
        <LineChart data={data} margin={{ left: 0, right: 12, top: 8, bottom: 20 }}>
          <CartesianGrid stroke="var(--line)" vertical={false} />
          <XAxis
            dataKey="at"
            type="number"
            domain={['dataMin', 'dataMax']}
            tickFormatter={(value: number) => value.toFixed(1)}
            label={{ value: unit, position: 'insideBottom', offset: -10 }}
            stroke="var(--soft)"
          />
          <YAxis domain={domain} stroke="var(--soft)" unit=" dBm" width={74} allowDecimals={false} />
          {near !== null && (
            <ReferenceLine
              y={near}
              stroke="var(--caution)"
              strokeDasharray="4 4"
              label={`needed ${near.toFixed(0)}`}
            />
          )}
          {mark !== null && <ReferenceLine x={mark} stroke="var(--ink)" strokeDasharray="2 3" />}
          <Tooltip
            formatter={(value) => [dbm(value), 'level']}
            labelFormatter={(value) => `${Number(value).toFixed(2)} m`}
            contentStyle={CHART_TIP}
          />
          <Line
            dataKey="level"
            dot={false}
            stroke="var(--depth-5)"
            strokeWidth={2}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
    </div>
  )
}

/** Level against the height of the water. */
export const TideChart = ({ sheet }: { sheet: BridgeSheet }) => (
  <figure>
    <Curve
      label={`Level by height of the water: ${dbm(sheet.worstDbm)} at worst, ${dbm(sheet.medianDbm)} in the middle.`}
      data={sheet.tide.map(({ waterM, levelDbm }) => ({ at: waterM, level: levelDbm }))}
      unit="height of the water, m"
      neededDbm={sheet.neededDbm}
      mark={null}
    />
    <figcaption className="caption">
      The ray off the water adds to the straight one or takes from it as the tide goes. Flat calm gives the
      deepest holes. Two rays with the reflection of sea or fresh water (ITU-R P.2040-3, P.527-6 figures from
      memory).
    </figcaption>
  </figure>
)

/** The worst of the tide against the height of the far end. */
export const HeightChart = ({ sheet }: { sheet: BridgeSheet }) => (
  <figure>
    <h3 className="font-medium">How high to mount {sheet.near.name}</h3>
    <Curve
      label={`Worst level of the tide by height of ${sheet.near.name}.`}
      data={sheet.heights.map(({ heightM, worstDbm }) => ({ at: heightM, level: worstDbm }))}
      unit={`height of ${sheet.near.name} over its floor, m`}
      neededDbm={sheet.neededDbm}
      mark={sheet.near.heightM}
    />
    <figcaption className="caption">
      The worst of the whole tide at every height; the dashed upright is the planned one.
    </figcaption>
  </figure>
)
