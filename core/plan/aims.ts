import { deviceOf, networkOf } from './lookups'
import type { Device, Id, Requirement, Rule, Site } from './types'

/**
 * Where traffic is meant to go, as a requirement or a rule says it: the hosts of a network, a router itself (its own addresses, in
 * whichever network: RFC 1812 section 5.2.3), out of the site, or (for rules) anywhere that a router forwards to.
 */
export type Aim = Rule['to'] | Requirement['to']

/** The network that is meant; null: something else is. */
export const aimNetworkId = (to: Aim): Id | null =>
  typeof to === 'object' && 'networkId' in to ? to.networkId : null

/** The router that is meant; null: something else is. */
export const aimRouterId = (to: Aim): Id | null =>
  typeof to === 'object' && 'deviceId' in to ? to.deviceId : null

/** Two aims have one key exactly when they are the same: "network:ID", "router:ID", "internet", "any". */
export const aimKey = (to: Aim): string =>
  typeof to === 'string' ? to : 'networkId' in to ? `network:${to.networkId}` : `router:${to.deviceId}`

export const sameAim = (one: Aim, other: Aim): boolean => aimKey(one) === aimKey(other)

/** "Guests", "Yard gateway itself", "the internet", "anywhere"; the id where the plan has no such record. */
export function aimName(site: Site, to: Aim): string {
  if (to === 'internet') return 'the internet'
  if (to === 'any') return 'anywhere'
  return 'networkId' in to
    ? (networkOf(site, to.networkId)?.name ?? to.networkId)
    : routerName(deviceOf(site, to.deviceId), to.deviceId)
}

/** A router as a target: its own pages and addresses, not what is behind it. */
export const routerName = (router: Device | undefined, id: Id): string => `${router?.name ?? id} itself`

/** Devices that route a network of the plan: each has an address in every one of them. */
export const routersOf = (site: Site): Device[] => {
  const ids = new Set(site.networks.flatMap(({ routedBy }) => routedBy ?? []))
  return site.devices.filter(({ id }) => ids.has(id))
}
