import {
  Area,
  AreaChart,
  CartesianGrid,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts'
import type { DirectionResult, ExpectedRange } from '~/core/judge/proof'
import { CHART_TIP } from '../../components/chartTip'
import { useIsHydrated } from '../../hooks/useIsHydrated'

/** Throughput second by second as a profile, over the range that the link should carry. */
export function IntervalChart({ result, expected }: { result: DirectionResult; expected: ExpectedRange }) {
  const drawn = useIsHydrated()
  const points = result.intervals.map(({ startS, endS, mbps, retransmits }) => ({
    atS: Number(((startS + endS) / 2).toFixed(2)),
    mbps: Number(mbps.toFixed(1)),
    retransmits,
  }))
  const top = Math.ceil((Math.max(expected.highMbps, ...points.map(({ mbps }) => mbps)) * 1.1) / 10) * 10
  return (
    <figure>
      <figcaption className="text-[0.9rem]">
        {result.direction === 'up' ? 'Up' : 'Down'}, Mbit/s over seconds; the band is the expected range
      </figcaption>
      <div
        className="h-44"
        role="img"
        aria-label={`${points.length} intervals from ${Math.min(...points.map(({ mbps }) => mbps))} to ${Math.max(...points.map(({ mbps }) => mbps))} Mbit/s`}
      >
        {drawn && (
          <ResponsiveContainer width="100%" height="100%">
            <AreaChart
              data={points}
              margin={{ top: 6, right: 8, bottom: 0, left: 0 }}
              accessibilityLayer={false}
            >
              <CartesianGrid stroke="var(--line)" strokeDasharray="1 4" vertical={false} />
              <XAxis
                dataKey="atS"
                type="number"
                domain={[0, 'dataMax']}
                tick={{ fill: 'var(--soft)', fontSize: 12 }}
                stroke="var(--ink)"
                tickCount={6}
              />
              <YAxis
                domain={[0, top]}
                width={48}
                tick={{ fill: 'var(--soft)', fontSize: 12 }}
                stroke="var(--ink)"
              />
              <ReferenceArea
                y1={expected.lowMbps}
                y2={Math.min(expected.highMbps, top)}
                fill="var(--depth-3)"
                fillOpacity={0.55}
              />
              <ReferenceLine y={expected.likely.value} stroke="var(--ink)" strokeDasharray="5 4" />
              <Area
                dataKey="mbps"
                stroke="var(--depth-5)"
                strokeWidth={2}
                fill="var(--depth-4)"
                fillOpacity={0.35}
                isAnimationActive={false}
                dot={points.length < 40 ? { r: 2, fill: 'var(--depth-5)' } : false}
              />
              <Tooltip
                isAnimationActive={false}
                contentStyle={CHART_TIP}
                labelFormatter={(atS) => `at ${String(atS)} s`}
                formatter={(mbps) => [`${String(mbps)} Mbit/s`, 'received']}
              />
            </AreaChart>
          </ResponsiveContainer>
        )}
      </div>
    </figure>
  )
}
