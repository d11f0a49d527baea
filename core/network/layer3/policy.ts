import type { Id, Rule, Site } from '../../plan'

export type Destination = { networkId: Id } | 'internet'

export interface Ruling {
  action: 'allow' | 'drop'
  /** Position of the rule that decided, counted from 1; null when none matched. */
  position: number | null
  reason: string
}

/** Whether a rule speaks of traffic that begins in `from` and goes to `to`. */
export function matches(rule: Rule, from: Id, to: Destination): boolean {
  if (!rule.enabled) return false
  if (rule.fromNetworkId !== null && rule.fromNetworkId !== from) return false
  if (rule.to === 'any') return true
  if (rule.to === 'internet' || to === 'internet') return rule.to === to
  return rule.to.networkId === to.networkId
}

/**
 * What the router does with new traffic: the first rule that matches decides; without one it routes, as routers do by
 * default between all their networks (common practice, no source). Replies to traffic that was let through pass.
 */
export function decide(site: Site, from: Id, to: Destination): Ruling {
  const index = site.rules.findIndex((rule) => matches(rule, from, to))
  const rule = site.rules[index]
  if (!rule)
    return {
      action: 'allow',
      position: null,
      reason: 'No rule speaks of this traffic, and a router routes between all its networks by default.',
    }
  const position = index + 1
  const verb = rule.action === 'drop' ? 'drops' : 'lets through'
  return {
    action: rule.action,
    position,
    reason: `Rule ${position} is the first that matches, and it ${verb} this traffic.`,
  }
}
