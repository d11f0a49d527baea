import type { Problem } from '../../lib/outcome'
import type { Network, Pool } from '../../plan/types'
import type { Traced } from '../../lib/traced'
import { ipNumber, ipText, isIp } from './ipv4'
import { contains, isUsable } from './subnet'
import type { Subnet } from './subnet'

/** How many addresses a pool holds, both ends counted; 0 when it is reversed. */
export const poolSize = (pool: Pool): number => Math.max(0, ipNumber(pool.end) - ipNumber(pool.start) + 1)

export const inPool = (pool: Pool, ip: string): boolean =>
  ipNumber(ip) >= ipNumber(pool.start) && ipNumber(ip) <= ipNumber(pool.end)

/** The pool that begins at `start` and holds `count` addresses. */
export const poolFrom = (start: string, count: number): Pool => ({
  start,
  end: ipText(ipNumber(start) + count - 1),
})

export const poolsOverlap = (a: Pool, b: Pool): boolean =>
  ipNumber(a.start) <= ipNumber(b.end) && ipNumber(b.start) <= ipNumber(a.end)

export function poolSizeTraced(pool: Pool): Traced {
  return {
    value: poolSize(pool),
    unit: 'addresses',
    formula: 'last − first + 1',
    inputs: [
      { name: 'first', value: pool.start },
      { name: 'last', value: pool.end },
    ],
    source:
      'Inclusive range as DHCP servers are set up (RFC 2131 section 2.2 leaves the form to the server); common practice, no source',
  }
}

/** What is wrong with a pool as a person typed it; paths are relative to the network. */
export function poolProblems(pool: Pool, subnet: Subnet, gateway: string | null): Problem[] {
  if (![pool.start, pool.end].every(isIp)) return []
  const problem = (field: 'start' | 'end', code: string, message: string): Problem => ({
    path: ['pool', field],
    code,
    message,
  })
  if (poolSize(pool) === 0)
    return [
      problem(
        'end',
        'pool.reversed',
        `The pool runs backwards: ${pool.end} comes before ${pool.start}. Swap them.`,
      ),
    ]
  const range = `${ipText(subnet.firstUsable)} to ${ipText(subnet.lastUsable)}`
  const outside = (['start', 'end'] as const)
    .filter((field) => !isUsable(subnet, pool[field]))
    .map((field) =>
      problem(
        field,
        'pool.outside',
        `${pool[field]} is not a host address in ${subnet.cidr}. Accepted: ${range}.`,
      ),
    )
  if (outside.length > 0) return outside
  if (gateway !== null && isIp(gateway) && inPool(pool, gateway))
    return [
      problem(
        'start',
        'pool.gateway',
        `The pool ${pool.start} to ${pool.end} contains the gateway ${gateway}, which would be leased to a client. Move one of them.`,
      ),
    ]
  return []
}

/**
 * The longest run of free host addresses that keeps clear of the given fixed ones; null when nothing is free.
 * Ties go to the lower run.
 */
export function largestFreePool(subnet: Subnet, fixed: string[]): Pool | null {
  const taken = [...new Set(fixed.filter((ip) => contains(subnet, ip)).map(ipNumber))].sort((a, b) => a - b)
  const edges = [subnet.firstUsable - 1, ...taken, subnet.lastUsable + 1]
  let best: [number, number] | null = null
  for (let i = 1; i < edges.length; i++) {
    const run: [number, number] = [(edges[i - 1] ?? 0) + 1, (edges[i] ?? 0) - 1]
    if (run[1] >= run[0] && (!best || run[1] - run[0] > best[1] - best[0])) best = run
  }
  return best && { start: ipText(best[0]), end: ipText(best[1]) }
}

/** The first host address of the subnet outside the pool and not taken, or null. */
export function freeFixedAddress(
  subnet: Subnet,
  network: Pick<Network, 'pool'>,
  taken: string[],
): string | null {
  const used = new Set(taken)
  for (let value = subnet.firstUsable; value <= subnet.lastUsable; value++) {
    const ip = ipText(value)
    if (!used.has(ip) && !(network.pool && inPool(network.pool, ip))) return ip
  }
  return null
}
