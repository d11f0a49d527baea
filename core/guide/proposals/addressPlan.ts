import { ipNumber, ipText, largestFreePool, parseSubnet } from '../../network/addressing'
import { expectedClientsOf } from '../../plan'
import type { Subnet } from '../../network/addressing'
import { bad, good } from '../../lib/outcome'
import type { Outcome } from '../../lib/outcome'
import type { Device, Edit, Network, Site } from '../../plan'
import type { Proposal } from './types'

export interface AddressPlanAims {
  /** The block that all networks are cut from, e.g. "172.27.0.0/16". */
  block: string
  /** Addresses kept out of each pool for devices with a fixed one. */
  fixedRoom: number
  /** How much each network may grow, percent of its clients. */
  growthPercent: number
}

export interface PlannedSubnet {
  network: Network
  needed: number
  subnet: Subnet
}

const GATEWAYS = 1

/**
 * Hosts a subnet must have room for: clients with growth, room for fixed addresses, and the gateway.
 * needed = ⌈clients × (1 + growth/100)⌉ + fixed + 1.
 */
export const neededHosts = (clients: number, { fixedRoom, growthPercent }: AddressPlanAims): number =>
  Math.ceil(clients * (1 + growthPercent / 100)) + fixedRoom + GATEWAYS

/** The longest prefix whose subnet has that many usable addresses. Source: RFC 4632 section 3.1 (2^(32−n) − 2). */
export function prefixFor(hosts: number): number {
  for (let prefix = 30; prefix > 0; prefix--) if (2 ** (32 - prefix) - 2 >= hosts) return prefix
  return 0
}

/**
 * Cuts a block into subnets of different lengths (VLSM, RFC 1878 in spirit): the largest first, each on its own
 * boundary, so that no address is lost between two of them but by alignment.
 */
export function cutSubnets(
  networks: Network[],
  aims: AddressPlanAims,
  clientsOf: (network: Network) => number = ({ expectedClients }) => expectedClients,
): Outcome<PlannedSubnet[]> {
  const block = parseSubnet(aims.block)
  if (!block.ok) return { ok: false, problems: block.problems.map((one) => ({ ...one, path: ['block'] })) }
  const wanted = networks
    .map((network) => ({ network, needed: neededHosts(clientsOf(network), aims) }))
    .sort((a, b) => b.needed - a.needed || a.network.vlanId - b.network.vlanId)
  const planned: PlannedSubnet[] = []
  let next = block.value.network
  for (const { network, needed } of wanted) {
    const prefix = prefixFor(needed)
    const size = 2 ** (32 - prefix)
    const start = Math.ceil(next / size) * size
    const subnet =
      start + size - 1 <= block.value.broadcast ? parseSubnet(`${ipText(start)}/${prefix}`) : null
    if (!subnet?.ok) return tooSmall(aims.block, wanted, network)
    planned.push({ network, needed, subnet: subnet.value })
    next = start + size
  }
  return good(planned)
}

function tooSmall(block: string, wanted: { needed: number }[], network: Network): Outcome<never> {
  const sum = wanted.reduce((total, { needed }) => total + 2 ** (32 - prefixFor(needed)), 0)
  return bad({
    path: ['block'],
    code: 'block.small',
    message: `${block} is too small: ${network.name} does not fit any more. All networks together take ${sum} addresses; a /${prefixFor(sum - 2)} would hold them.`,
  })
}

/** The whole plan as a change: subnets, gateways, pools, and the fixed addresses of the devices moved along. */
export function proposeAddressPlan(site: Site, aims: AddressPlanAims): Outcome<Proposal> {
  const clientsOf = (network: Network) => expectedClientsOf(site, network).counted.value
  const cut = cutSubnets(site.networks, aims, clientsOf)
  if (!cut.ok) return cut
  const changes = cut.value.map((planned) => ({ ...planned, next: readdressed(planned, aims) }))
  const edits: Edit[] = changes
    .filter(({ network, next }) => JSON.stringify(network) !== JSON.stringify(next))
    .map(({ next }) => ({ op: 'put', collection: 'networks', record: next }))
  return good({
    label: `Address plan in ${aims.block}`,
    edits: [...edits, ...movedBoxes(site, changes)],
    reasons: changes.map(({ network, needed, subnet, next }) => ({
      about: network.name,
      says: `${clientsOf(network)} clients, ${aims.growthPercent} % growth, ${aims.fixedRoom} fixed and the gateway need ${needed} addresses: ${subnet.cidr} has ${subnet.usable}. Gateway ${next.gateway}, pool ${next.pool ? `${next.pool.start} to ${next.pool.end}` : 'none'}.`,
    })),
  })
}

function readdressed({ network, subnet }: PlannedSubnet, { fixedRoom }: AddressPlanAims): Network {
  const gateway = ipText(subnet.firstUsable)
  const kept = Array.from({ length: fixedRoom + GATEWAYS }, (_, i) => ipText(subnet.firstUsable + i))
  const nameServers = network.nameServers.map((ip) => (ip === network.gateway ? gateway : ip))
  return {
    ...network,
    subnet: subnet.cidr,
    gateway: network.routedBy === null ? network.gateway && gateway : gateway,
    pool: network.pool && largestFreePool(subnet, kept),
    nameServers,
  }
}

interface Changed {
  network: Network
  subnet: Subnet
  next: Network
}

/** Devices with a fixed or reserved address move into the new subnet: routers to the gateway, others from it upwards. */
function movedBoxes(site: Site, changes: Changed[]): Edit[] {
  return changes.flatMap(({ network, subnet, next }) => {
    let free = subnet.firstUsable + GATEWAYS
    return site.devices
      .filter(({ management }) => management.networkId === network.id && management.ip !== null)
      .sort((a, b) => ipNumber(a.management.ip ?? '0.0.0.0') - ipNumber(b.management.ip ?? '0.0.0.0'))
      .flatMap((device) => {
        const isRouter = device.id === network.routedBy && device.management.ip === network.gateway
        const ip = isRouter ? next.gateway : ipText(free++)
        const moved: Device = {
          ...device,
          management: {
            ...device.management,
            ip,
            prefixLength: subnet.prefixLength,
            gateway: device.management.gateway === null ? null : next.gateway,
          },
        }
        return JSON.stringify(moved) === JSON.stringify(device)
          ? []
          : [{ op: 'put' as const, collection: 'devices' as const, record: moved }]
      })
  })
}
