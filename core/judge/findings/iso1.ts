import { keptWhile } from '../../lib/keptWhile'
import { cellAbout, decide, matches } from '../../network/layer3'
import type { ReachCell, Twin } from '../../network/layer3'
import type { Id, Network, Rule as Policy, Site } from '../../plan'
import { aimKey, aimNetworkId, networkOf, sameAim } from '../../plan'
import type { Mend, Rule, Sighting } from './types'
import { atNetwork } from './where'

/** Networks that should not see each other and can, at least one way. */
export const iso1: Rule = {
  code: 'ISO-1',
  check: ({ site, built: twin }) => {
    const seen = new Set<string>()
    return [
      ...unkeptRequirements(site, twin),
      ...bySettings(site).sightings,
      ...leakedDrops(site, twin),
    ].filter(({ where }) => {
      const pair = where.map((place) => place.id).join(' ')
      if (seen.has(pair)) return false
      seen.add(pair)
      return true
    })
  },
}

/** Both in the site's routing: without a common router there is nothing to keep apart. */
const isRouted = (from: Network, to: Network): boolean =>
  from.id !== to.id && from.routedBy !== null && from.routedBy === to.routedBy

const strengthOf = (site: Site, from: Id, to: Id) =>
  site.requirements.find((one) => one.fromNetworkId === from && aimNetworkId(one.to) === to)?.strength

const passes = (site: Site, from: Network, to: Network): boolean =>
  isRouted(from, to) && decide(site, from.id, { networkId: to.id }).action === 'allow'

/** The ways between two networks that must be closed for the first to be kept out of the second. */
function unkeptRequirements(site: Site, twin: Twin): Sighting[] {
  return site.requirements.flatMap(({ fromNetworkId, to, strength }) => {
    const from = networkOf(site, fromNetworkId)
    if (strength !== 'mustNot' || !from) return []
    if (to === 'internet')
      return from.routedBy !== null && decide(site, from.id, 'internet').action === 'allow'
        ? [toInternet(site, from)]
        : leakOutside(twin, from)
    const target = networkOf(site, aimNetworkId(to))
    if (!target) return []
    if (passes(site, from, target))
      return [
        sighting(site, from, target, `${from.name} must not reach ${target.name}, and no rule drops it.`),
      ]
    return leak(site, twin, from, target, `${from.name} must not reach ${target.name}, and does`)
  })
}

/** Kept apart by a rule, and still something gets through: by a leak between VLANs, a foreign address, another router. */
const leakedDrops = (site: Site, twin: Twin): Sighting[] =>
  bySettings(site).keptApart.flatMap(([from, to]) =>
    leak(site, twin, from, to, `A rule keeps ${from.name} out of ${to.name}, and it gets there`),
  )

/** Pairs that a rule keeps apart and that nobody wants otherwise. */
const keptApart = (site: Site): [Network, Network][] =>
  site.networks.flatMap((from) =>
    site.networks.flatMap((to): [Network, Network][] => {
      const asked = strengthOf(site, from.id, to.id)
      if (from.id === to.id || asked === 'must' || asked === 'may') return []
      return decide(site, from.id, { networkId: to.id }).action === 'allow' ? [] : [[from, to]]
    }),
  )

interface BySettings {
  keptApart: [Network, Network][]
  sightings: Sighting[]
}

const keptSettings = keptWhile<Policy[], BySettings>()

/** What follows from rules, networks and requirements alone, whatever the rest of the plan is. */
const bySettings = (site: Site): BySettings =>
  keptSettings(site.rules, [site.networks, site.requirements], () => ({
    keptApart: keptApart(site),
    sightings: [...oneWayDrops(site), ...looseGuests(site)],
  }))

function leak(site: Site, twin: Twin, from: Network, to: Network, words: string): Sighting[] {
  const cell = cellAbout(twin, { fromNetworkId: from.id, to: { networkId: to.id } })
  if (!cell?.getsThrough) return []
  const isRoundabout = from.routedBy !== to.routedBy
  return [
    {
      says: `${words}${leakWay(cell, isRoundabout)}`,
      where: [atNetwork(from), atNetwork(to)],
      mend: isRoundabout
        ? {
            label: `Drop from ${from.name} to ${to.name}`,
            edits: dropEdits(site, from.id, { networkId: to.id }),
          }
        : undefined,
    },
  ]
}

function leakOutside(twin: Twin, from: Network): Sighting[] {
  const cell = cellAbout(twin, { fromNetworkId: from.id, to: 'internet' })
  return cell?.getsThrough
    ? [
        {
          says: `${from.name} must not reach the internet, and does${leakWay(cell, false)}`,
          where: [atNetwork(from)],
        },
      ]
    : []
}

/** How it gets through: whose address is in the wrong place, where the matrix knows it. */
function leakWay({ exceptions }: ReachCell, isRoundabout: boolean): string {
  const foreign = exceptions.find(({ outcome }) => outcome === 'foreign')
  if (!foreign) return isRoundabout ? ', by way of another network.' : ', past the rules.'
  const [first] = foreign.attachments
  const others = foreign.attachments.length - 1
  return ` from ${first?.label ?? ''}${others > 0 ? ` and ${others} more` : ''}: ${foreign.says}`
}

/** A drop one way with the other way open, unless somebody asked for that. */
function oneWayDrops(site: Site): Sighting[] {
  return site.rules.flatMap((rule) => {
    const from = networkOf(site, rule.fromNetworkId)
    const to = networkOf(site, aimNetworkId(rule.to))
    if (rule.action !== 'drop' || !rule.enabled || !from || !to || passes(site, from, to)) return []
    const asked = strengthOf(site, to.id, from.id)
    if (asked === 'must' || asked === 'may' || !passes(site, to, from)) return []
    return [
      sighting(
        site,
        to,
        from,
        `${from.name} is kept out of ${to.name}, and ${to.name} still reaches ${from.name}: the drop is one way.`,
      ),
    ]
  })
}

/** Guests beside anything else, where nobody said what is asked for. */
function looseGuests(site: Site): Sighting[] {
  return site.networks
    .filter(({ purpose }) => purpose === 'guests')
    .flatMap((guests) =>
      site.networks
        .filter(
          (other) =>
            other.purpose !== 'guests' &&
            strengthOf(site, guests.id, other.id) === undefined &&
            passes(site, guests, other),
        )
        .map((other) => sighting(site, guests, other, `Nothing keeps ${guests.name} out of ${other.name}.`)),
    )
}

function sighting(site: Site, from: Network, to: Network, says: string): Sighting {
  return { says, where: [atNetwork(from), atNetwork(to)], mend: dropBothWays(site, from, to) }
}

const toInternet = (site: Site, from: Network): Sighting => ({
  says: `${from.name} must not reach the internet, and no rule drops it.`,
  where: [atNetwork(from)],
  mend: {
    label: `Drop from ${from.name} to the internet`,
    edits: dropEdits(site, from.id, 'internet'),
  },
})

/** The way back is closed too, unless it is asked for. */
function dropBothWays(site: Site, from: Network, to: Network): Mend {
  const back = strengthOf(site, to.id, from.id)
  const alsoBack = passes(site, to, from) && back !== 'must' && back !== 'may'
  const there = dropEdits(site, from.id, { networkId: to.id })
  return alsoBack
    ? {
        label: `Drop between ${from.name} and ${to.name}, both ways`,
        edits: [...there, ...dropEdits(site, to.id, { networkId: from.id })],
      }
    : { label: `Drop from ${from.name} to ${to.name}`, edits: there }
}

/** A drop rule of its own, before the first rule that would let the traffic through. */
function dropEdits(site: Site, fromNetworkId: Id, to: Policy['to']): Mend['edits'] {
  const destination = to === 'any' ? 'internet' : to
  const stands = site.rules.find(
    (rule) => rule.action === 'drop' && rule.fromNetworkId === fromNetworkId && sameAim(rule.to, to),
  )
  const id = stands?.id ?? ruleId(fromNetworkId, to)
  const before = site.rules.findIndex((rule) => rule.id !== id && matches(rule, fromNetworkId, destination))
  return [
    {
      op: 'put',
      collection: 'rules',
      record: { id, action: 'drop', fromNetworkId, to, enabled: true },
    },
    ...(before >= 0 ? [{ op: 'move' as const, collection: 'rules' as const, id, index: before }] : []),
  ]
}

const MOST_ID = 40

const ruleId = (from: Id, to: Policy['to']): string =>
  `drop-${from}-${aimNetworkId(to) ?? aimKey(to).replace(':', '-')}`.slice(0, MOST_ID)
