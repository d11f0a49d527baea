import { sameAim } from '../../plan'
import type { Id, Requirement, Rule, Site } from '../../plan'

/** Where traffic goes that a rule decides about. A router as a goal is asked by `decideAtRouter` as soon as the address is known. */
export type Destination = Requirement['to']

export interface Ruling {
  action: 'allow' | 'drop'
  /** Position of the rule that decided, counted from 1; null when none matched. */
  position: number | null
  reason: string
}

/** Whether a rule applies to traffic that begins in `from` and goes to `to`. Traffic to a router itself is not forwarded: "any" doesn't mean it. */
export function matches(rule: Rule, from: Id, to: Destination): boolean {
  if (!isFrom(rule, from)) return false
  if (rule.to === 'any') return to === 'internet' || 'networkId' in to
  return sameAim(rule.to, to)
}

const isFrom = ({ enabled, fromNetworkId }: Rule, from: Id): boolean =>
  enabled && (fromNetworkId === null || fromNetworkId === from)

/**
 * What the router does with new traffic: the first rule that matches decides; without one it routes, as routers do by
 * default between all their networks (common practice, no source). Replies to traffic that was let through pass.
 */
export const decide = (site: Site, from: Id, to: Destination): Ruling =>
  firstOf(
    site,
    (rule) => matches(rule, from, to),
    typeof to === 'object' && 'deviceId' in to
      ? 'No rule matches, so the router answers at its own addresses (default).'
      : 'No rule matches, so the router allows it (default).',
  )

/**
 * What a router does with new traffic to one of its own addresses, which it has on every network that it routes (RFC 1812 section 5.2.3).
 * What is dropped towards a network is dropped towards the router's address in it, too, but for the network that the traffic comes from:
 * there only a rule about the router itself closes it. `atNetworkId`: the network of that address; null: none of the plan.
 */
export const decideAtRouter = (site: Site, from: Id, routerId: Id, atNetworkId: Id | null): Ruling =>
  firstOf(
    site,
    (rule) =>
      matches(rule, from, { deviceId: routerId }) ||
      (atNetworkId !== null && atNetworkId !== from && matches(rule, from, { networkId: atNetworkId })),
    'No rule matches, so the router answers at its own addresses (default).',
  )

function firstOf(site: Site, isMatch: (rule: Rule) => boolean, byDefault: string): Ruling {
  const index = site.rules.findIndex(isMatch)
  const rule = site.rules[index]
  if (!rule) return { action: 'allow', position: null, reason: byDefault }
  const position = index + 1
  const verb = rule.action === 'drop' ? 'drops' : 'allows'
  return {
    action: rule.action,
    position,
    reason: `Rule ${position} is the first that matches, and it ${verb} this traffic.`,
  }
}
