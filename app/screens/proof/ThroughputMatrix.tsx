import { format } from 'date-fns'
import type { MatrixCell, MatrixRow } from '~/core/judge/proof'
import { deviceOf } from '~/core/plan'
import { useSite } from '../../hooks/useSite'

/** What every access point gives on every band, both ways, beside the wire of this site and what the plan promised. */
export function ThroughputMatrix({
  rows,
  promises,
}: {
  rows: readonly MatrixRow[]
  promises: Record<string, string>
}) {
  const { site } = useSite()
  if (rows.length === 0) return null
  return (
    <section className="sheet px-2 py-2" aria-label="Throughput of each access point">
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Table of throughput">
        <table className="plain [&_td]:px-3 [&_th]:px-3">
          <thead>
            <tr>
              <th>At</th>
              <th>Band</th>
              <th className="num">Up, Mbit/s</th>
              <th className="num">Of the wire</th>
              <th className="num">Down, Mbit/s</th>
              <th className="num">Of the wire</th>
              <th>Planned</th>
              <th>Before</th>
              <th>UDP: lost, jitter</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => {
              const { deviceId, band, up, down } = row
              const isWire = deviceId === null && band === null
              return (
                <tr key={`${deviceId} ${band}`}>
                  <td>{isWire ? 'the wire' : (deviceOf(site, deviceId ?? '')?.name ?? 'not noted')}</td>
                  <td>{isWire ? '' : band ? `${band} GHz` : 'not noted'}</td>
                  <Cells cell={up} />
                  <Cells cell={down} />
                  <td className="figures">{promises[deviceId ?? '']}</td>
                  <td>
                    <Trend cells={[up, down]} />
                  </td>
                  <td className="figures">{[up, down].flatMap(udpText).join(' · ')}</td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </div>
    </section>
  )
}

function Cells({ cell }: { cell: MatrixCell | null }) {
  if (!cell || cell.mbps === null)
    return (
      <td colSpan={2} className="num text-soft">
        not measured
      </td>
    )
  return (
    <>
      <td className="num figures">{cell.mbps.toFixed(1)}</td>
      <td className="num figures">
        {cell.ofBaseline === null ? '' : `${Math.round(cell.ofBaseline * 100)} %`}
      </td>
    </>
  )
}

const udpText = (cell: MatrixCell | null): string[] =>
  cell?.udp
    ? [`${cell.direction} ${(cell.udp.lostShare * 100).toFixed(2)} %, ${cell.udp.jitterMs.toFixed(1)} ms`]
    : []

const [WIDTH, HEIGHT] = [84, 20]

/** Every date's figure as a small line, up over down. */
function Trend({ cells }: { cells: readonly (MatrixCell | null)[] }) {
  const lines = cells.flatMap((cell) => (cell && cell.trend.length > 1 ? [cell] : []))
  if (lines.length === 0) return <span className="text-soft">once</span>
  const top = Math.max(...lines.flatMap(({ trend }) => trend.map(({ mbps }) => mbps)), 1)
  const says = lines
    .map(
      ({ direction, trend }) =>
        `${direction}: ${trend.map(({ at, mbps }) => `${format(at, 'd MMM')} ${mbps.toFixed(0)}`).join(', ')}`,
    )
    .join('; ')
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={says} suppressHydrationWarning>
      {lines.map(({ direction, trend }) => (
        <polyline
          key={direction}
          points={trend
            .map(
              ({ mbps }, i) =>
                `${2 + (i / (trend.length - 1)) * (WIDTH - 4)},${HEIGHT - 2 - (mbps / top) * (HEIGHT - 4)}`,
            )
            .join(' ')}
          className="fill-none stroke-ink"
          strokeWidth="1.5"
          strokeDasharray={direction === 'down' ? '3 2' : undefined}
        />
      ))}
    </svg>
  )
}
