import { controllers } from '../../plan/lookups'
import { wanOf } from '../../plan/kinds'
import type { Device, Network, Site } from '../../plan/types'

export interface FixedAddress {
  ip: string
  device: Device
  /** Whose it is: two of one owner are no clash. A device by its id; members of one cluster own their shared address together. */
  owner: string
  /** What the address is for, in words. */
  use: string
  /** The network it is meant for, if any. */
  networkId: string | null
}

export const SHARED_USE = 'shared address of the cluster'

/**
 * Every address the plan fixes by hand: management, uplinks, the routers' own address in each network, and what the members of a cluster
 * share. No pool hands out any of them.
 */
export function fixedAddresses(site: Site): FixedAddress[] {
  const own = site.devices.flatMap((device) => [...managementAddress(device), ...uplinkAddress(device)])
  return [
    ...own,
    ...site.networks.flatMap((network) => gatewayAddress(site, network)),
    ...sharedAddresses(site),
  ]
}

function managementAddress(device: Device): FixedAddress[] {
  const { addressing, ip, networkId } = device.management
  return addressing === 'fixed' && ip !== null
    ? [{ ip, device, owner: device.id, use: 'management', networkId }]
    : []
}

function uplinkAddress(device: Device): FixedAddress[] {
  const uplink = wanOf(device)
  return uplink?.addressing === 'fixed' && uplink.ip !== null
    ? [{ ip: uplink.ip, device, owner: device.id, use: 'uplink', networkId: null }]
    : []
}

function gatewayAddress(site: Site, network: Network): FixedAddress[] {
  const router = site.devices.find(({ id }) => id === network.routedBy)
  return router && network.gateway !== null
    ? [
        {
          ip: network.gateway,
          device: router,
          owner: router.id,
          use: `gateway of ${network.name}`,
          networkId: network.id,
        },
      ]
    : []
}

/** One for each cluster and address, at the first member that has it. */
function sharedAddresses(site: Site): FixedAddress[] {
  const seen = new Set<string>()
  return site.devices.flatMap((device) => {
    const { cluster, management } = device
    if (!cluster || cluster.sharedIp === null) return []
    const owner = `cluster ${cluster.name}`
    const key = `${owner} ${cluster.sharedIp}`
    if (seen.has(key)) return []
    seen.add(key)
    return [{ ip: cluster.sharedIp, device, owner, use: SHARED_USE, networkId: management.networkId }]
  })
}

/** Addresses that a server keeps for one MAC address: they may lie inside the pool, and still are one device's only. */
export const reservedAddresses = (site: Site): FixedAddress[] =>
  site.devices.flatMap((device) => {
    const { addressing, ip, networkId } = device.management
    return addressing === 'reserved' && ip !== null
      ? [{ ip, device, owner: device.id, use: 'reservation', networkId }]
      : []
  })

/** Addresses that controllers announce to access points elsewhere: out there they are somebody's, so nobody else here has one. */
export const announcedAddresses = (site: Site): FixedAddress[] =>
  controllers(site).flatMap((device) => {
    const ip = device.controller?.publicIp ?? null
    return ip === null
      ? []
      : [{ ip, device, owner: device.id, use: 'announced to remote access points', networkId: null }]
  })

/** Every address that somebody of the plan has for good, whatever for: a free one is none of these. */
export const takenAddresses = (site: Site): ReadonlySet<string> =>
  new Set([
    ...[...fixedAddresses(site), ...reservedAddresses(site), ...announcedAddresses(site)].map(({ ip }) => ip),
    ...site.networks.flatMap(({ gateway }) => gateway ?? []),
    // A device that is meant to have an address another way may still come up at the one that is written down for it.
    ...site.devices.flatMap(({ management }) => management.ip ?? []),
  ])

const known = new WeakMap<Site, readonly FixedAddress[]>()

/** The fixed ones, without a router's management address repeated where it is the network's gateway. */
export function distinctFixedAddresses(site: Site): readonly FixedAddress[] {
  const made = known.get(site) ?? distinct(site)
  known.set(site, made)
  return made
}

function distinct(site: Site): FixedAddress[] {
  const seen = new Set<string>()
  return fixedAddresses(site).filter(({ ip, owner }) => {
    const key = `${owner} ${ip}`
    if (seen.has(key)) return false
    seen.add(key)
    return true
  })
}
