import { distinctFixedAddresses, freeFixedAddress, isUsable, subnetOrNull } from '../../network/addressing'
import { pluggedInto } from '../../network/layer2'
import { isInnerRouter, networkOf, wanOf } from '../../plan'
import type { Device, Network, Site } from '../../plan'
import { moveManagement, putDevice } from './mends'
import type { Mend, PlanView, Rule, Sighting } from './types'
import { atDevice, atNetwork } from './where'

/** A management or uplink address that is no host address of the network it is meant for. */
export const adr3: Rule = {
  code: 'ADR-3',
  check: (plan) =>
    plan.site.devices.flatMap((device) => [...ownAddress(plan, device), ...uplink(plan, device)]),
}

function ownAddress({ site }: PlanView, device: Device): Sighting[] {
  const { addressing, ip, networkId } = device.management
  const network = networkOf(site, networkId)
  const subnet = subnetOrNull(network?.subnet ?? null)
  if (addressing !== 'fixed' || !ip || !network || !subnet || isUsable(subnet, ip)) return []
  return [
    {
      says: `${device.name} has ${ip}, which is no host address of ${network.name} (${subnet.cidr}).`,
      where: [atDevice(device), atNetwork(network)],
      mend: moveManagement(site, device, network),
    },
  ]
}

/** An inner router is a client of the network that its uplink is plugged into. */
function uplink({ site, twin }: PlanView, device: Device): Sighting[] {
  const wan = wanOf(device)
  if (!isInnerRouter(device) || wan?.addressing !== 'fixed' || !wan.ip) return []
  const network = pluggedInto(twin.fabric, device.id, wan.port)
  const subnet = subnetOrNull(network?.subnet ?? null)
  if (!network || !subnet || isUsable(subnet, wan.ip)) return []
  return [
    {
      says: `The uplink of ${device.name} has ${wan.ip}, which is no host address of ${network.name} (${subnet.cidr}), where it is plugged in.`,
      where: [atDevice(device), atNetwork(network)],
      mend: moveUplink(site, device, network),
    },
  ]
}

function moveUplink(site: Site, device: Device, network: Network): Mend | undefined {
  const subnet = subnetOrNull(network.subnet)
  const taken = distinctFixedAddresses(site).map(({ ip }) => ip)
  const ip =
    subnet && freeFixedAddress(subnet, network, network.gateway ? [...taken, network.gateway] : taken)
  const wan = wanOf(device)
  if (!device.router || !wan || !subnet || !ip) return undefined
  return putDevice(`Move the uplink of ${device.name} to ${ip}`, {
    ...device,
    router: {
      ...device.router,
      uplink: { ...wan, ip, prefixLength: subnet.prefixLength, gateway: network.gateway },
    },
  })
}
