import { keptWhile } from '../../lib/keptWhile'
import { shadowedRules } from '../../network/layer3'
import type { ShadowedRule } from '../../network/layer3'
import type { Mend, Rule, Sighting } from './types'
import { atNetwork } from './where'
import { aimName, aimNetworkId, networkOf, sameAim } from '../../plan'
import type { Rule as Policy, Site } from '../../plan'

/** A rule behind others that have decided all it speaks of. */
export const iso2: Rule = {
  code: 'ISO-2',
  check: ({ site }) =>
    kept(site.rules, [site.networks], () => shadowedRules(site).map((shadowed) => sighting(site, shadowed))),
}

/** What rules do to each other, and the names of the networks they speak of: nothing else is read. */
const kept = keptWhile<Policy[], Sighting[]>()

function sighting(site: Site, { rule, position, by, contrary }: ShadowedRule): Sighting {
  const earlier = by.map((place) => `rule ${place}`).join(', ')
  const where = [rule.fromNetworkId, aimNetworkId(rule.to)].flatMap((id) => networkOf(site, id) ?? [])
  const says = `Rule ${position} (${ruleWords(site, rule)}) is never reached: ${earlier} ${by.length > 1 ? 'decide' : 'decides'} before it.`
  return {
    says,
    where: where.map(atNetwork),
    severity: !contrary ? 'note' : rule.action === 'drop' ? 'stop' : 'fix',
    mend: contrary && rule.action === 'drop' ? prefer(site, rule, position, by) : takeOut(rule, position),
  }
}

const takeOut = (rule: Policy, position: number): Mend => ({
  label: `Take rule ${position} out`,
  edits: [{ op: 'remove', collection: 'rules', id: rule.id }],
})

/** The drop was meant. An allow of just the same traffic goes; a broader one stays, behind the drop. */
function prefer(site: Site, rule: Policy, position: number, by: number[]): Mend {
  const twins = by.flatMap((place) => {
    const earlier = site.rules[place - 1]
    return earlier?.action === 'allow' && sameTraffic(earlier, rule) ? [{ earlier, place }] : []
  })
  if (twins[0]) return takeOut(twins[0].earlier, twins[0].place)
  const first = by[0] ?? 1
  return {
    label: `Move rule ${position} to place ${first}`,
    edits: [{ op: 'move', collection: 'rules', id: rule.id, index: first - 1 }],
  }
}

const sameTraffic = (a: Policy, b: Policy): boolean =>
  a.fromNetworkId === b.fromNetworkId && sameAim(a.to, b.to)

/** "drop from Crew to Cameras". */
export function ruleWords(site: Site, { action, fromNetworkId, to }: Policy): string {
  const from = fromNetworkId === null ? 'anywhere' : (networkOf(site, fromNetworkId)?.name ?? '?')
  return `${action} from ${from} to ${aimName(site, to)}`
}
