import { kindOf } from '../../plan'
import type { Network, Site } from '../../plan'
import { ipText } from './ipv4'
import { largestFreePool } from './pool'
import { parseSubnet } from './subnet'

const FIRST_VLAN = 10
const VLAN_STEP = 10
const LAST_VLAN = 4094

/** A new network that clashes with none of the others: the next round VLAN id and the /24 that carries it. */
export function suggestNetwork(site: Site, id: string): Network {
  const highest = Math.max(0, ...site.networks.map(({ vlanId }) => vlanId))
  const vlanId = Math.min(LAST_VLAN, Math.max(FIRST_VLAN, (Math.floor(highest / VLAN_STEP) + 1) * VLAN_STEP))
  const subnet = parseSubnet(`172.28.${vlanId % 256}.0/24`)
  const gateway = subnet.ok ? ipText(subnet.value.firstUsable) : null
  const router = site.devices.find((device) => kindOf(device).routes === 'always')?.id ?? null
  return {
    id,
    name: '',
    purpose: site.networks.length === 0 ? 'management' : 'other',
    vlanId,
    subnet: subnet.ok ? subnet.value.cidr : '',
    gateway,
    pool: subnet.ok ? largestFreePool(subnet.value, [...lowAddresses(subnet.value.network)]) : null,
    nameServers: gateway ? [gateway] : [],
    expectedClients: 20,
    routedBy: router,
    servedBy: router,
    translated: true,
    relayed: false,
    announcedControllerId: null,
    announcedBy: '138',
  }
}

const KEPT_FREE = 49
/** Kept out of a new pool for fixed addresses. */
const lowAddresses = (network: number): string[] =>
  Array.from({ length: KEPT_FREE }, (_, i) => ipText(network + 1 + i))
