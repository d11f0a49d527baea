import type { Device, Network, Site } from '../../plan'

/**
 * What the interfaces of a Linux router are called in all exports: `feed0` is the feed side, `lan` the side of the site,
 * and `lan.24` its sub-interface in VLAN 24. Names keep within 15 characters (IFNAMSIZ of Linux).
 */
export const UPLINK = 'feed0'
export const LAN = 'lan'
export const lanInterface = (vlanId: number): string => `${LAN}.${vlanId}`

/** A switch's sockets: `p1`, `p2`, … */
export const portInterface = (number: number): string => `p${number}`

/** Networks that a device routes, in the plan's order. */
export const routedNetworks = (site: Site, device: Device): Network[] =>
  site.networks.filter(({ routedBy }) => routedBy === device.id)
