import { fixedAddresses, freeFixedAddress, isUsable, subnetOrNull } from '../../network/addressing'
import type { Subnet } from '../../network/addressing'
import { pluggedInto } from '../../network/layer2'
import type { Twin } from '../../network/layer3'
import { isInnerRouter, networkOf, wanOf } from '../../plan'
import type { Device, Network, Site } from '../../plan'
import { putDevice, putNetwork } from './mends'
import type { Mend, Rule, Sighting } from './types'
import { atDevice, atNetwork } from './where'

/** A gateway that is missing or out of the subnet, for a network or for one device; or a mask that is not the subnet's. */
export const adr5: Rule = {
  code: 'ADR-5',
  check: ({ site, twin }) => [
    ...site.networks.flatMap((network) => ofNetwork(site, network)),
    ...site.devices.flatMap((device) => [...ofDevice(site, device), ...ofUplink(twin, device)]),
  ],
}

function ofNetwork(site: Site, network: Network): Sighting[] {
  const subnet = subnetOrNull(network.subnet)
  if (!subnet) return []
  const where = [atNetwork(network)]
  if (network.gateway === null) {
    return network.routedBy === null && network.servedBy === null
      ? []
      : [{ says: `${network.name} has no gateway.`, where, mend: ownGateway(site, network, subnet) }]
  }
  if (isUsable(subnet, network.gateway)) return []
  return [
    {
      says: `The gateway ${network.gateway} is no host address of ${network.name} (${subnet.cidr}).`,
      where,
      severity: 'stop',
      mend: ownGateway(site, network, subnet),
    },
  ]
}

function ownGateway(site: Site, network: Network, subnet: Subnet): Mend | undefined {
  const taken = fixedAddresses(site).map(({ ip }) => ip)
  const gateway = freeFixedAddress(subnet, network, taken)
  return network.routedBy !== null && gateway !== null
    ? putNetwork(`Give ${network.name} the gateway ${gateway}`, { ...network, gateway })
    : undefined
}

function ofDevice(site: Site, device: Device): Sighting[] {
  const { management } = device
  const network = networkOf(site, management.networkId)
  const subnet = subnetOrNull(network?.subnet ?? null)
  if (management.addressing !== 'fixed' || !network || !subnet || management.ip === network.gateway) return []
  const faults = [
    management.gateway === null && network.gateway !== null ? 'has no gateway' : null,
    management.gateway !== null && management.gateway !== network.gateway
      ? `uses the gateway ${management.gateway}, and that of ${network.name} is ${network.gateway ?? 'not set'}`
      : null,
    management.prefixLength !== subnet.prefixLength
      ? `has the mask /${management.prefixLength ?? '?'}, and ${network.name} has /${subnet.prefixLength}`
      : null,
  ].filter((fault) => fault !== null)
  if (faults.length === 0) return []
  const mended = { ...management, gateway: network.gateway, prefixLength: subnet.prefixLength }
  const mend = network.gateway
    ? putDevice(`Give ${device.name} the mask /${subnet.prefixLength} and the gateway ${network.gateway}`, {
        ...device,
        management: mended,
      })
    : undefined
  return [
    { says: `${device.name} ${faults.join(', and ')}.`, where: [atDevice(device), atNetwork(network)], mend },
  ]
}

/** The typed-in gateway of an inner router's uplink. */
function ofUplink({ fabric }: Twin, device: Device): Sighting[] {
  const uplink = wanOf(device)
  if (!device.router || !isInnerRouter(device) || uplink?.addressing !== 'fixed') return []
  const network = pluggedInto(fabric, device.id, uplink.port)
  if (!network?.gateway || uplink.gateway === network.gateway) return []
  return [
    {
      says: `The uplink of ${device.name} uses ${uplink.gateway ? `the gateway ${uplink.gateway}` : 'no gateway'}, and that of ${network.name} is ${network.gateway}.`,
      where: [atDevice(device), atNetwork(network)],
      mend: putDevice(`Give the uplink of ${device.name} the gateway ${network.gateway}`, {
        ...device,
        router: { ...device.router, uplink: { ...uplink, gateway: network.gateway } },
      }),
    },
  ]
}
