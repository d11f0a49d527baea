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
    drop(draft, from.id, to.id)
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

/** Guests that were there before see nothing of what is new, and the other way round. */
export function keepGuestsOut(draft: Draft, before: Site): void {
  const known = new Set(before.networks.map(({ id }) => id))
  const guests = draft.site.networks.filter(({ purpose }) => purpose === 'guests')
  for (const network of draft.site.networks)
    if (!known.has(network.id)) for (const one of guests) keepApart(draft, one, network)
}

function drop(draft: Draft, fromNetworkId: Id, networkId: Id): void {
  const isIt = ({ action, fromNetworkId: from, to, enabled }: Rule) =>
    enabled &&
    action === 'drop' &&
    from === fromNetworkId &&
    typeof to === 'object' &&
    to.networkId === networkId
  if (draft.site.rules.slice(0, firstAllow(draft)).some(isIt)) return
  const id = freshId(draft, 'rules', 'apart')
  put(draft, 'rules', { id, action: 'drop', fromNetworkId, to: { networkId }, enabled: true })
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
  const same = (a: Requirement['to'], b: Requirement['to']) => JSON.stringify(a) === JSON.stringify(b)
  const known = draft.site.requirements.find((one) => one.fromNetworkId === fromNetworkId && same(one.to, to))
  const id = known?.id ?? freshId(draft, 'requirements', 'need')
  put(draft, 'requirements', { id, fromNetworkId, to, strength })
}
