import {
  distinctFixedAddresses,
  inPool,
  isUsable,
  largestFreePool,
  overlaps,
  poolSize,
  poolsOverlap,
  subnetOrNull,
} from '../../network/addressing'
import type { Subnet } from '../../network/addressing'
import { expectedClientsOf } from '../../plan'
import type { Network, Pool, Site } from '../../plan'
import { putNetwork } from './mends'
import type { Mend, Rule, Sighting } from './types'
import { atNetwork } from './where'

/** A pool that cannot serve those who come, lies outside its subnet, or ranges that two networks claim. */
export const adr6: Rule = {
  code: 'ADR-6',
  check: ({ site }) =>
    site.networks.flatMap((network, i) => [...ofPool(site, network), ...clashes(site, network, i)]),
}

function ofPool(site: Site, network: Network): Sighting[] {
  const subnet = subnetOrNull(network.subnet)
  if (!subnet || network.servedBy === null) return []
  const where = [atNetwork(network)]
  const wider = widestPool(site, network, subnet)
  const { pool } = network
  if (!pool)
    return [
      {
        says: `${network.name} has an address server and no pool.`,
        where,
        severity: 'stop',
        mend: wider?.mend,
      },
    ]
  if (!isUsable(subnet, pool.start) || !isUsable(subnet, pool.end))
    return [
      {
        says: `The pool ${pool.start} to ${pool.end} is not inside ${network.name} (${subnet.cidr}).`,
        where,
        severity: 'stop',
        mend: wider?.mend,
      },
    ]
  const free = freeIn(site, pool)
  const { stated, inAreas, counted } = expectedClientsOf(site, network)
  const clients = counted.value
  if (free >= clients) return []
  const mend = wider && freeIn(site, wider.pool) >= clients ? wider.mend : undefined
  return [
    {
      says: `${network.name} expects ${clients} clients${inAreas > stated ? ` (${inAreas} in its areas, ${stated} stated at the network)` : ''}, and its pool has ${free} free addresses.`,
      where,
      mend,
    },
  ]
}

const freeIn = (site: Site, pool: Pool): number =>
  poolSize(pool) - distinctFixedAddresses(site).filter(({ ip }) => inPool(pool, ip)).length

function widestPool(site: Site, network: Network, subnet: Subnet): { pool: Pool; mend: Mend } | undefined {
  const fixed = distinctFixedAddresses(site).map(({ ip }) => ip)
  const pool = largestFreePool(subnet, network.gateway ? [...fixed, network.gateway] : fixed)
  return pool
    ? { pool, mend: putNetwork(`Make the pool ${pool.start} to ${pool.end}`, { ...network, pool }) }
    : undefined
}

function clashes(site: Site, network: Network, index: number): Sighting[] {
  const subnet = subnetOrNull(network.subnet)
  return site.networks.slice(0, index).flatMap((other) => {
    const otherSubnet = subnetOrNull(other.subnet)
    const where = [atNetwork(network), atNetwork(other)]
    if (subnet && otherSubnet && overlaps(subnet, otherSubnet))
      return [
        {
          says: `${network.name} (${network.subnet}) overlaps ${other.name} (${other.subnet}).`,
          where,
          severity: 'stop' as const,
        },
      ]
    if (network.pool && other.pool && poolsOverlap(network.pool, other.pool))
      return [
        { says: `The pools of ${network.name} and ${other.name} overlap.`, where, severity: 'stop' as const },
      ]
    return []
  })
}
