import { wanOf } from '../../plan/kinds'
import type { Device, Network, Site } from '../../plan/types'

export interface FixedAddress {
  ip: string
  device: Device
  /** What the address is for, in words. */
  use: string
  /** The network it is meant for, if any. */
  networkId: string | null
}

/** Every address the plan fixes by hand: management, uplinks, and the routers' own address in each network. */
export function fixedAddresses(site: Site): FixedAddress[] {
  const own = site.devices.flatMap((device) => [...managementAddress(device), ...uplinkAddress(device)])
  return [...own, ...site.networks.flatMap((network) => gatewayAddress(site, network))]
}

function managementAddress(device: Device): FixedAddress[] {
  const { addressing, ip, networkId } = device.management
  return addressing === 'fixed' && ip !== null ? [{ ip, device, use: 'management', networkId }] : []
}

function uplinkAddress(device: Device): FixedAddress[] {
  const uplink = wanOf(device)
  return uplink?.addressing === 'fixed' && uplink.ip !== null
    ? [{ ip: uplink.ip, device, use: 'uplink', networkId: null }]
    : []
}

function gatewayAddress(site: Site, network: Network): FixedAddress[] {
  const router = site.devices.find(({ id }) => id === network.routedBy)
  return router && network.gateway !== null
    ? [{ ip: network.gateway, device: router, use: `gateway of ${network.name}`, networkId: network.id }]
    : []
}

const known = new WeakMap<Site, readonly FixedAddress[]>()

/** The same, without a router's management address repeated where it is the network's gateway. */
export function distinctFixedAddresses(site: Site): readonly FixedAddress[] {
  const made = known.get(site) ?? distinct(site)
  known.set(site, made)
  return made
}

function distinct(site: Site): FixedAddress[] {
  const seen = new Set<string>()
  return fixedAddresses(site).filter(({ ip, device }) => {
    const key = `${device.id} ${ip}`
    if (seen.has(key)) return false
    seen.add(key)
    return true
  })
}
