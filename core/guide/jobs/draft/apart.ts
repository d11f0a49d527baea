import { sameAim } from '../../../plan'
import type { Id, Network, Requirement, Rule, Site } from '../../../plan'
import { edit, freshId, put } from './draft'
import type { Draft } from './draft'

/** Two networks that must not see each other: a drop each way before anything broader, and both asked for. */
export function keepApart(draft: Draft, one: Network, other: Network): void {
  if (one.id === other.id) return
  for (const [from, to] of [
    [one, other],
    [other, one],
  ] as const) {
    drop(draft, from.id, { networkId: to.id })
    require(draft, from.id, { networkId: to.id }, 'mustNot')
  }
}

/** Every pair of them. */
export const keepAllApart = (draft: Draft, networks: readonly Network[]): void =>
  networks.forEach((one, i) => {
    networks.slice(i + 1).forEach((other) => {
      keepApart(draft, one, other)
    })
  })

/**
 * Guests that were there before see nothing of what is new, and the other way round; new guests don't open the web interface of their
 * router either.
 */
export function keepGuestsOut(draft: Draft, before: Site): void {
  const known = new Set(before.networks.map(({ id }) => id))
  const guests = draft.site.networks.filter(({ purpose }) => purpose === 'guests')
  for (const network of draft.site.networks)
    if (!known.has(network.id)) for (const one of guests) keepApart(draft, one, network)
  for (const { id, routedBy } of guests) {
    if (known.has(id) || routedBy === null) continue
    drop(draft, id, { deviceId: routedBy })
    require(draft, id, { deviceId: routedBy }, 'mustNot')
  }
}

function drop(draft: Draft, fromNetworkId: Id, to: Requirement['to']): void {
  const isIt = (rule: Rule) =>
    rule.enabled && rule.action === 'drop' && rule.fromNetworkId === fromNetworkId && sameAim(rule.to, to)
  if (draft.site.rules.slice(0, firstAllow(draft)).some(isIt)) return
  const id = freshId(draft, 'rules', 'apart')
  put(draft, 'rules', { id, action: 'drop', fromNetworkId, to, enabled: true })
  edit(draft, [{ op: 'move', collection: 'rules', id, index: 0 }])
}

const firstAllow = ({ site }: Draft): number => {
  const at = site.rules.findIndex(({ action, enabled }) => enabled && action === 'allow')
  return at < 0 ? site.rules.length : at
}

export const mustReachOutside = (draft: Draft, network: Network): void =>
  require(draft, network.id, 'internet', 'must')

function require(
  draft: Draft,
  fromNetworkId: Id,
  to: Requirement['to'],
  strength: Requirement['strength'],
): void {
  const known = draft.site.requirements.find(
    (one) => one.fromNetworkId === fromNetworkId && sameAim(one.to, to),
  )
  const id = known?.id ?? freshId(draft, 'requirements', 'need')
  put(draft, 'requirements', { id, fromNetworkId, to, strength })
}
