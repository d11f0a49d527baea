import { routersOf } from '../../plan'
import type { Rule, Site } from '../../plan'
import { matches } from './policy'
import type { Destination } from './policy'

/** A rule that no traffic ever gets to. */
export interface ShadowedRule {
  rule: Rule
  /** Its place and those of the rules that decide before it, counted from 1. */
  position: number
  by: number[]
  /** Whether one of those decides the other way. */
  contrary: boolean
}

/**
 * Rules that earlier ones decide completely. The traffic of a site is finite: each network to each other and to the
 * internet, so it is tried out, pair by pair, first match (the order that `decide` keeps).
 */
export function shadowedRules(site: Site): ShadowedRule[] {
  const pairs = site.networks.flatMap(({ id: from }) =>
    [
      ...site.networks.filter(({ id }) => id !== from).map(({ id }) => ({ networkId: id })),
      'internet' as const,
      ...routersOf(site).map(({ id }) => ({ deviceId: id })),
    ].map((to: Destination) => ({ from, to })),
  )
  const decidedBy = pairs.map(({ from, to }) => site.rules.findIndex((rule) => matches(rule, from, to)))
  const first = new Set(decidedBy)
  return site.rules.flatMap((rule, index) => {
    if (first.has(index)) return []
    const mine = pairs.flatMap(({ from, to }, i) => (matches(rule, from, to) ? [decidedBy[i] ?? -1] : []))
    if (mine.length === 0) return []
    const by = [...new Set(mine)].sort((a, b) => a - b)
    const contrary = by.some((earlier) => site.rules[earlier]?.action !== rule.action)
    return [{ rule, position: index + 1, by: by.map((earlier) => earlier + 1), contrary }]
  })
}
