import { subnetOrNull } from '../../network/addressing'
import type { Device, Edit, Network, Port, Purpose, Site, VlanId } from '../../plan'
import type { Proposal } from './types'

/** tens: 10, 20, 30 in the order of purpose · thirdOctet: the number that stands in the subnet. */
export type NumberingMethod = 'tens' | 'thirdOctet'

const ORDER: Purpose[] = ['management', 'staff', 'tills', 'cameras', 'other', 'guests']
const MOST = 4094

/** New ids by network. VLAN 1 is left alone: it is every switch's default (common practice, no source). */
export function vlanNumbers(networks: Network[], method: NumberingMethod): Map<string, VlanId> {
  const ordered = [...networks].sort(
    (a, b) => ORDER.indexOf(a.purpose) - ORDER.indexOf(b.purpose) || a.vlanId - b.vlanId,
  )
  const taken = new Set<VlanId>([1])
  return new Map(
    ordered.map((network, i) => {
      const wanted = method === 'tens' ? (i + 1) * 10 : thirdOctet(network)
      let id = Math.min(MOST, Math.max(2, wanted))
      while (taken.has(id)) id = id === MOST ? 2 : id + 1
      taken.add(id)
      return [network.id, id]
    }),
  )
}

const thirdOctet = ({ subnet, vlanId }: Network): number => {
  const parsed = subnetOrNull(subnet)
  return parsed ? Math.floor(parsed.network / 256) % 256 || vlanId : vlanId
}

/** Renumbers all VLANs at once: networks, and every port that carries them. */
export function proposeVlanNumbers(site: Site, method: NumberingMethod): Proposal {
  const numbers = vlanNumbers(site.networks, method)
  const renumber = new Map(site.networks.map(({ id, vlanId }) => [vlanId, numbers.get(id) ?? vlanId]))
  const moved = site.networks.filter(({ id, vlanId }) => numbers.get(id) !== vlanId)
  const edits: Edit[] = [
    ...moved.map((network): Edit => ({
      op: 'put',
      collection: 'networks',
      record: { ...network, vlanId: numbers.get(network.id) ?? network.vlanId },
    })),
    ...site.devices.flatMap((device) => renumbered(device, renumber)),
  ]
  return {
    label: method === 'tens' ? 'Number VLANs in tens' : 'Number VLANs by the third octet',
    edits,
    reasons: site.networks.map((network) => ({
      about: network.name,
      says:
        numbers.get(network.id) === network.vlanId
          ? `VLAN ${network.vlanId} stays.`
          : `VLAN ${network.vlanId} becomes ${numbers.get(network.id)}${method === 'thirdOctet' ? `, as in ${network.subnet}` : ''}.`,
    })),
  }
}

function renumbered(device: Device, numbers: Map<VlanId, VlanId>): Edit[] {
  const ports = device.ports.map((port): Port => ({
    ...port,
    nativeVlan: port.nativeVlan === null ? null : (numbers.get(port.nativeVlan) ?? port.nativeVlan),
    taggedVlans: port.taggedVlans.map((vlanId) => numbers.get(vlanId) ?? vlanId).sort((a, b) => a - b),
  }))
  return JSON.stringify(ports) === JSON.stringify(device.ports)
    ? []
    : [{ op: 'put', collection: 'devices', record: { ...device, ports } }]
}
