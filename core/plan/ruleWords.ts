import { aimName } from './aims'
import { networkOf } from './lookups'
import type { Rule, Site } from './types'

/** "Drop from Guests to Tills", "Drop from Guests to Yard gateway itself". */
export function ruleWords(site: Site, { action, fromNetworkId, to }: Rule): string {
  const from =
    fromNetworkId === null ? 'any network' : (networkOf(site, fromNetworkId)?.name ?? fromNetworkId)
  return `${action === 'drop' ? 'Drop' : 'Allow'} from ${from} to ${aimName(site, to)}`
}
