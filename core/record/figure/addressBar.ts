import { subnetBar } from '../../network/addressing'
import type { SpanKind } from '../../network/addressing'
import type { Network, Site } from '../../plan'
import { rect } from './types'
import type { Figure, Ink } from './types'

const FILL: Record<SpanKind, Ink> = { gateway: 'ink', fixed: 'depth-5', pool: 'depth-3', free: 'sheet' }
const WIDTH = 505
const HEIGHT = 14
/** A single address is still seen. */
const LEAST = 2

/** A subnet as a bar: gateway, fixed addresses, pool and what is free. Null where the subnet does not read. */
export function addressBar(site: Site, network: Network): Figure | null {
  const bar = subnetBar(site, network)
  if (!bar) return null
  const { spans, counts, subnet } = bar
  const widths = spans.map(({ count }) => Math.max(LEAST, (count / subnet.usable) * WIDTH))
  const scale = WIDTH / widths.reduce((sum, width) => sum + width, 0)
  let x = 0
  const shapes: Figure['shapes'] = spans.map(({ kind }, i) => {
    const width = (widths[i] ?? 0) * scale
    x += width
    return { kind: 'area', rings: [rect(x - width, 0, width, HEIGHT)], fill: FILL[kind] }
  })
  return {
    width: WIDTH,
    height: HEIGHT,
    says: `${network.name}: ${counts.gateway} gateway, ${counts.fixed} fixed, ${counts.pool} in the pool, ${counts.free} free of ${subnet.usable}`,
    shapes: [
      ...shapes,
      { kind: 'area', rings: [rect(0, 0, WIDTH, HEIGHT)], stroke: { ink: 'ink', width: 0.8 } },
    ],
  }
}
