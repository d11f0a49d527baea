import { subnetBar } from '~/core/network/addressing'
import type { AddressSpan, SpanKind } from '~/core/network/addressing'
import { expectedClientsOf } from '~/core/plan'
import type { Network, Site } from '~/core/plan'

const WIDTH = 230
const HEIGHT = 14
/** A single address must still be seen in a large subnet. */
const LEAST_PX = 2

const FILL: Record<SpanKind, string> = {
  gateway: 'var(--ink)',
  fixed: 'var(--depth-5)',
  pool: 'var(--depth-3)',
  free: 'var(--sheet)',
}
export const SPAN_WORD: Record<SpanKind, string> = {
  gateway: 'gateway',
  fixed: 'fixed',
  pool: 'pool',
  free: 'free',
}

/** A subnet as a bar: gateway, fixed addresses, pool and what is free; below it how far the expected clients fill the pool. */
export function SubnetBarView({ site, network }: { site: Site; network: Network }) {
  const bar = subnetBar(site, network)
  if (!bar) return <span className="caption">the subnet does not read</span>
  const { spans, counts, subnet } = bar
  const clients = expectedClientsOf(site, network).counted.value
  const widths = spans.map(({ count }) => Math.max(LEAST_PX, (count / subnet.usable) * WIDTH))
  const scale = WIDTH / widths.reduce((sum, width) => sum + width, 0)
  const starts = widths.map((_, i) => widths.slice(0, i).reduce((sum, width) => sum + width * scale, 0))
  const poolAt = spans.findIndex(({ kind }) => kind === 'pool')
  const wanted = (clients / subnet.usable) * WIDTH
  const says = `${network.name}: ${counts.gateway} gateway, ${counts.fixed} fixed, ${counts.pool} in the pool, ${counts.free} free of ${subnet.usable}; ${clients} clients expected`
  return (
    <svg width={WIDTH} height={HEIGHT + 7} role="img" aria-label={says} className="block">
      <title>{says}</title>
      {spans.map((span, i) => (
        <Span key={span.from} span={span} x={starts[i] ?? 0} width={(widths[i] ?? 0) * scale} />
      ))}
      <rect x="0.5" y="0.5" width={WIDTH - 1} height={HEIGHT - 1} fill="none" stroke="var(--ink)" />
      {poolAt >= 0 && clients > 0 && (
        <path
          d={`M${starts[poolAt]} ${HEIGHT + 4}h${Math.max(2, Math.min(wanted, WIDTH - (starts[poolAt] ?? 0)))}`}
          stroke={clients > counts.pool ? 'var(--caution)' : 'var(--ink)'}
          strokeWidth="3"
        />
      )}
    </svg>
  )
}

const Span = ({ span, x, width }: { span: AddressSpan; x: number; width: number }) => (
  <rect x={x} y="0" width={width} height={HEIGHT} fill={FILL[span.kind]}>
    <title>
      {`${SPAN_WORD[span.kind]}: ${span.from}${span.count > 1 ? ` to ${span.to}, ${span.count} addresses` : ''}`}
    </title>
  </rect>
)

/** What the tints of the bars mean. */
export const SubnetBarLegend = () => (
  <p className="caption flex flex-wrap items-center gap-x-4 gap-y-1 py-1">
    {(Object.keys(FILL) as SpanKind[]).map((kind) => (
      <span key={kind} className="inline-flex items-center gap-1.5">
        <span
          className="inline-block h-3 w-5 border border-ink"
          style={{ background: FILL[kind] }}
          aria-hidden
        />
        {SPAN_WORD[kind]}
      </span>
    ))}
    <span className="inline-flex items-center gap-1.5">
      <span className="inline-block h-[3px] w-5 bg-ink" aria-hidden />
      clients expected, from the start of the pool
    </span>
  </p>
)
