import { contains, fixedAddresses, inPool, ipNumber, ipText, poolSize, subnetOrNull } from '../addressing'
import { deviceOf, networkOf } from '../../plan'
import type { Device, Network, Site } from '../../plan'
import { networkAround } from '../addressing'
import type { AddressServer } from './addressService'

/** What a client knows of itself once it is on: by a lease, or typed in. */
export interface Lease {
  ip: string
  prefixLength: number
  gateway: string | null
  nameServers: string[]
  /** The network that the address is of, if the plan has one. */
  network: Network | null
  /** Who gave it; null for an address that is typed in. */
  server: AddressServer | null
  /** Where a controller is, told by option 43 or 138. */
  controllerIps: string[]
}

const taken = new WeakMap<Site, Set<string>>()

/** Addresses that no pool may hand to a stranger: fixed ones and reserved ones. */
function takenIn(site: Site): Set<string> {
  const known =
    taken.get(site) ??
    new Set([
      ...fixedAddresses(site).map(({ ip }) => ip),
      ...site.devices.flatMap(({ management: { addressing, ip } }) =>
        addressing === 'reserved' && ip !== null ? [ip] : [],
      ),
    ])
  taken.set(site, known)
  return known
}

/**
 * The lease a client takes from a server: the address reserved for its MAC, else the lowest of the pool that nothing
 * else in the plan holds (RFC 2131 section 4.3.1) and nobody has leased. Null when the pool is exhausted.
 */
export function leaseFrom(
  site: Site,
  server: AddressServer,
  client?: Device,
  leased: Leased = NONE,
): Lease | null {
  const reserved = reservedFor(site, server, client)
  if (reserved !== null) return leaseOf(site, server, reserved)
  return leased === NONE
    ? strangersLease(site, server)
    : leaseOf(site, server, lowestFree(site, server, leased))
}

const forStrangers = new WeakMap<Site, Map<AddressServer, Lease | null>>()

/** What the plan's next stranger is given: the same for all, so it is worked out once. */
function strangersLease(site: Site, server: AddressServer): Lease | null {
  const all = forStrangers.get(site) ?? new Map<AddressServer, Lease | null>()
  forStrangers.set(site, all)
  const known = all.get(server)
  if (known !== undefined) return known
  const made = leaseOf(site, server, lowestFree(site, server, NONE))
  all.set(server, made)
  return made
}

function leaseOf(site: Site, server: AddressServer, ip: string | null): Lease | null {
  if (ip === null) return null
  const network =
    server.network ?? (server.gateway === null ? null : strayIn(site, server.start, server.gateway))
  return {
    ip,
    prefixLength: server.prefixLength,
    gateway: server.gateway,
    nameServers: server.nameServers,
    network,
    server,
    controllerIps: server.network ? controllerIpsOf(site, server.network) : [],
  }
}

/** A stray server that hands out addresses of the right subnet with the right gateway does little harm, yet. */
function strayIn(site: Site, start: string, gateway: string): Network | null {
  const network = networkAround(site, start)
  return network?.gateway === gateway ? network : null
}

function reservedFor(site: Site, server: AddressServer, client?: Device): string | null {
  if (client?.management.addressing !== 'reserved' || client.mac === null || !server.network) return null
  return client.management.networkId === server.network.id ? client.management.ip : null
}

/** What has been leased to others, and from which place of the pool on a server looks for the next (it counts on; the rest after that). */
export interface Leased {
  has: (ip: string) => boolean
  from: number
  /** What the client had there before: it gets that again while nobody else has it. Source: RFC 2131 section 4.3.1. */
  before: string | null
}

const NONE: Leased = { has: () => false, from: 0, before: null }

function lowestFree(site: Site, server: AddressServer, leased: Leased): string | null {
  const held = takenIn(site)
  const first = ipNumber(server.start)
  const size = poolSize(server)
  const { before } = leased
  if (before !== null && inPool(server, before) && !held.has(before) && !leased.has(before)) return before
  for (let i = 0; i < size; i++) {
    const ip = ipText(first + ((leased.from + i) % size))
    if (!held.has(ip) && !leased.has(ip)) return ip
  }
  return null
}

/** The address told by option 43 or 138 (RFC 2132 section 8.4, RFC 5417 section 2). */
export function controllerIpsOf(site: Site, network: Network): string[] {
  const ip = deviceOf(site, network.announcedControllerId)?.management.ip
  return ip ? [ip] : []
}

const isIn = ({ subnet }: Network, ip: string): boolean => {
  const parsed = subnetOrNull(subnet)
  return parsed !== null && contains(parsed, ip)
}

/** The address typed into a client. Null when it has none. */
export function typedIn(site: Site, client: Device): Lease | null {
  const { addressing, ip, prefixLength, gateway, networkId } = client.management
  if (addressing !== 'fixed' || ip === null) return null
  const meant = networkOf(site, networkId)
  const network = meant && isIn(meant, ip) ? meant : networkAround(site, ip)
  return {
    ip,
    prefixLength: prefixLength ?? 24,
    gateway,
    nameServers: network?.nameServers ?? [],
    network,
    server: null,
    controllerIps: [],
  }
}
