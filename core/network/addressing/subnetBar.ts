import type { Ip, Network, Site } from '../../plan/types'
import { distinctFixedAddresses } from './fixed'
import { ipNumber, ipText, isIp } from './ipv4'
import { inPool, poolSize } from './pool'
import { contains, subnetOrNull } from './subnet'
import type { Subnet } from './subnet'

export type SpanKind = 'gateway' | 'fixed' | 'pool' | 'free'

/** A run of addresses of one kind, both ends included. */
export interface AddressSpan {
  kind: SpanKind
  from: Ip
  to: Ip
  count: number
}

export interface SubnetBar {
  subnet: Subnet
  /** All usable addresses in order, as runs of one kind; a fixed address inside the pool cuts it. */
  spans: AddressSpan[]
  counts: Record<SpanKind, number>
}

/** A network's usable addresses by what they are kept for. Null where the subnet does not read. */
export function subnetBar(site: Site, network: Network): SubnetBar | null {
  const subnet = subnetOrNull(network.subnet)
  if (!subnet) return null
  const single = new Map<number, SpanKind>()
  for (const { ip } of distinctFixedAddresses(site))
    if (contains(subnet, ip)) single.set(ipNumber(ip), 'fixed')
  for (const { management } of site.devices)
    if (management.addressing === 'reserved' && management.ip !== null && contains(subnet, management.ip))
      single.set(ipNumber(management.ip), 'fixed')
  if (network.gateway !== null && isIp(network.gateway) && contains(subnet, network.gateway))
    single.set(ipNumber(network.gateway), 'gateway')
  const spans = spansOf(subnet, network, single)
  const counts: Record<SpanKind, number> = { gateway: 0, fixed: 0, pool: 0, free: 0 }
  for (const { kind, count } of spans) counts[kind] += count
  return { subnet, spans, counts }
}

/** Cuts the usable range where its kind changes: at single addresses and at the ends of the pool. */
function spansOf(subnet: Subnet, { pool }: Network, single: ReadonlyMap<number, SpanKind>): AddressSpan[] {
  const kindAt = (value: number): SpanKind =>
    single.get(value) ?? (pool && inPool(pool, ipText(value)) ? 'pool' : 'free')
  const cuts = new Set([subnet.firstUsable])
  for (const value of single.keys()) cuts.add(value).add(value + 1)
  if (pool && poolSize(pool) > 0) cuts.add(ipNumber(pool.start)).add(ipNumber(pool.end) + 1)
  const starts = [...cuts]
    .filter((value) => value >= subnet.firstUsable && value <= subnet.lastUsable)
    .sort((a, b) => a - b)
  const spans: AddressSpan[] = []
  starts.forEach((start, i) => {
    const end = (starts[i + 1] ?? subnet.lastUsable + 1) - 1
    const kind = kindAt(start)
    const last = spans.at(-1)
    if (last?.kind === kind) {
      last.to = ipText(end)
      last.count += end - start + 1
    } else spans.push({ kind, from: ipText(start), to: ipText(end), count: end - start + 1 })
  })
  return spans
}
