import {
  ipText,
  largestFreePool,
  overlaps,
  parseSubnet,
  poolSize,
  subnetOrNull,
} from '../../../network/addressing'
import type { Subnet } from '../../../network/addressing'
import { neededHosts, prefixFor } from '../../proposals'
import { RECORD_DEFAULTS } from '../../../plan'
import type { Device, Network, Purpose, Site } from '../../../plan'
import { freshId, put, refuse, say, unused } from './draft'
import type { Draft } from './draft'

/** Where a job takes its subnets from: private (RFC 1918), and seldom a household router's own. */
const BLOCK = '172.28.0.0/14'
const ROOM = { block: BLOCK, fixedRoom: 40, growthPercent: 50 }
/** No network of a job is smaller: a /24 is what everybody reads without a calculator. Common practice, no source. */
const LONGEST_PREFIX = 24
const VLAN_STEP = 10
const LAST_VLAN = 4094

export interface Wanted {
  purpose: Purpose
  name: string
  clients: number
  router: Device
  /** The question that its size was asked by. */
  asked: string
  /** Devices that may want an address of their own in it, beyond the usual room. */
  fixed?: number
}

/** The network for a purpose that the router has already, if its pool holds the clients; else a new one. */
export function networkFor(draft: Draft, wanted: Wanted): Network {
  const known = draft.site.networks.find(
    ({ purpose, routedBy }) => purpose === wanted.purpose && routedBy === wanted.router.id,
  )
  return known ? enough(draft, known, wanted) : newNetwork(draft, wanted)
}

function enough(draft: Draft, known: Network, { clients, asked }: Wanted): Network {
  const holds = known.pool ? poolSize(known.pool) : 0
  if (clients > holds)
    refuse(
      draft,
      asked,
      `${clients} clients are expected, and the pool of ${known.name} (${known.subnet}) holds ${holds}. Let the address plan at Networks make it larger first, or expect at most ${holds}.`,
    )
  return put(draft, 'networks', { ...known, expectedClients: Math.max(known.expectedClients, clients) })
}

/** A network that clashes with none: the next round VLAN id, a subnet with room to grow, the router as its first address. */
export function newNetwork(
  draft: Draft,
  { purpose, name, clients, router, asked, fixed = 0 }: Wanted,
): Network {
  const fixedRoom = ROOM.fixedRoom + fixed
  const prefix = Math.min(LONGEST_PREFIX, prefixFor(neededHosts(clients, { ...ROOM, fixedRoom })))
  const subnet = freeSubnet(draft.site, prefix)
  if (!subnet)
    refuse(draft, asked, `No /${prefix} is left in ${BLOCK}: give a network a smaller subnet first.`)
  const gateway = subnet ? ipText(subnet.firstUsable) : null
  const low = subnet ? Array.from({ length: fixedRoom + 9 }, (_, i) => ipText(subnet.firstUsable + i)) : []
  const network = put(draft, 'networks', {
    ...(RECORD_DEFAULTS.networks as Network),
    id: freshId(draft, 'networks', idFrom(name)),
    name: unused(
      name,
      draft.site.networks.map((one) => one.name),
    ),
    purpose,
    vlanId: nextVlan(draft.site),
    subnet: subnet?.cidr ?? '',
    gateway,
    pool: subnet ? largestFreePool(subnet, low) : null,
    nameServers: gateway ? [gateway] : [],
    expectedClients: clients,
    routedBy: router.id,
    servedBy: router.id,
  })
  const { pool } = network
  say(
    draft,
    network.name,
    `VLAN ${network.vlanId}, ${network.subnet}: ${clients} clients, ${ROOM.growthPercent} % more, and ${ROOM.fixedRoom} fixed addresses. Gateway ${gateway ?? 'none'}, pool ${pool ? `${pool.start} to ${pool.end}` : 'none'}.`,
  )
  return network
}

const idFrom = (name: string): string =>
  `net-${name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 24)}`

/** Round numbers while there are any; then the first that nobody has. VLAN 1 is left alone. */
function nextVlan(site: Site): number {
  const taken = new Set(site.networks.map(({ vlanId }) => vlanId))
  for (let id = VLAN_STEP; id <= LAST_VLAN; id += VLAN_STEP) if (!taken.has(id)) return id
  for (let id = 2; id <= LAST_VLAN; id++) if (!taken.has(id)) return id
  return LAST_VLAN
}

/** The first subnet of that length in the block that overlaps none of the site's. */
function freeSubnet(site: Site, prefix: number): Subnet | null {
  const block = subnetOrNull(BLOCK)
  if (!block) return null
  const taken = site.networks.flatMap(({ subnet }) => subnetOrNull(subnet) ?? [])
  const size = 2 ** (32 - prefix)
  for (let start = block.network; start + size - 1 <= block.broadcast; start += size) {
    const subnet = parseSubnet(`${ipText(start)}/${prefix}`)
    if (subnet.ok && !taken.some((other) => overlaps(other, subnet.value))) return subnet.value
  }
  return null
}
