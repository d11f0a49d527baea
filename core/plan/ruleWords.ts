import { networkOf } from './lookups'
import type { Rule, Site } from './types'

/** "Drop from Guests to Tills". */
export function ruleWords(site: Site, rule: Rule): string {
  const name = (id: string | null) => (id === null ? 'any network' : (networkOf(site, id)?.name ?? id))
  const to =
    rule.to === 'internet' ? 'the internet' : rule.to === 'any' ? 'anywhere' : name(rule.to.networkId)
  return `${rule.action === 'drop' ? 'Drop' : 'Allow'} from ${name(rule.fromNetworkId)} to ${to}`
}
