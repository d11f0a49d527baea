import { freeFixedAddress, distinctFixedAddresses, subnetOrNull } from '../../network/addressing'
import type { Device, Network, Port, Site } from '../../plan'
import type { Mend } from './types'

export const putDevice = (label: string, device: Device): Mend => ({
  label,
  edits: [{ op: 'put', collection: 'devices', record: device }],
})

export const putNetwork = (label: string, network: Network): Mend => ({
  label,
  edits: [{ op: 'put', collection: 'networks', record: network }],
})

export const putPort = (label: string, deviceId: string, port: Port): Mend => ({
  label,
  edits: [{ op: 'port', deviceId, port }],
})

/** Moves a device's management to the first address of the network that is free and outside the pool. */
export function moveManagement(site: Site, device: Device, network: Network): Mend | undefined {
  const subnet = subnetOrNull(network.subnet)
  if (!subnet) return undefined
  const taken = distinctFixedAddresses(site).map(({ ip }) => ip)
  if (network.gateway) taken.push(network.gateway)
  const ip = freeFixedAddress(subnet, network, taken)
  if (!ip) return undefined
  const management = { ...device.management, ip, prefixLength: subnet.prefixLength, gateway: network.gateway }
  return putDevice(`Move ${device.name} to ${ip}`, { ...device, management })
}
