import TinyQueue from 'tinyqueue'
import { attachmentOf, attachmentsOf, journey, placeKey } from '../../network/layer2'
import type { Attachment, Place, Visit } from '../../network/layer2'
import type { Twin } from '../../network/layer3'
import type { Milp, Solve } from '../../lib/solver'
import { untriedPairs } from './untried'
import type { Untried } from './untried'
import { deviceOf, distanceM, networkOf } from '../../plan'
import type { Id, Position, Network, Requirement, Site } from '../../plan'

/** A place to stand with the laptop, and what a test there proves. */
export interface Stop {
  attachmentId: string
  label: string
  networkId: Id
  requirementIds: Id[]
  /** Cables and radio links that its VLAN passes on the way from its router: "device port VLAN". */
  crossings: string[]
}

export interface FewestStops {
  /** The one that proves the most new things first. */
  stops: Stop[]
  /** Fewer are not enough: proven by the solver. Else they may be. */
  isLeast: boolean
  /** No fewer than this can be enough. */
  bound: number
  requirements: number
  crossings: number
  /** So many requirements the first stops prove, one after the other. */
  provenAfter: number[]
  /** The same stops by number, from 0, in an order that is short to walk: the nearest next, floor by floor where they are on the chart. */
  onFoot: number[]
  /** Asked for, and nobody can attach in that network. */
  nowhere: Requirement[]
  /** Networks on cables and radio links that no stop tries: what is left is shown by opening pages, or by reading the tables. */
  untried: Untried[]
}

/** Everything that a test from a place would show; null: it belongs to no network. */
function stopAt(
  site: Site,
  requirements: readonly Requirement[],
  at: Attachment,
  wayTo: (network: Network, place: Place) => Visit | undefined,
): Stop | null {
  const network = networkOf(site, at.networkId)
  if (!network) return null
  const last = wayTo(network, at.place)
  return {
    attachmentId: at.id,
    label: at.label,
    networkId: network.id,
    requirementIds: requirements
      .filter(({ fromNetworkId }) => fromNetworkId === network.id)
      .map(({ id }) => id),
    crossings: last
      ? journey(last).flatMap(({ from }) =>
          from ? [`${from.visit.deviceId} ${from.outKey} ${from.visit.vid ?? ''}`] : [],
        )
      : [],
  }
}

/** Where a frame of each network's router gets to, each network asked once. */
function waysFromRouters(twin: Twin): (network: Network, place: Place) => Visit | undefined {
  const known = new Map<Id, Map<string, Visit>>()
  return (network, place) => {
    if (network.routedBy === null) return undefined
    const made =
      known.get(network.id) ??
      new Map(
        twin
          .floodFrom({ deviceId: network.routedBy, key: `self:${network.vlanId}` })
          .deliveries.map((delivery) => [placeKey(delivery.place), delivery.visit]),
      )
    known.set(network.id, made)
    return made.get(placeKey(place))
  }
}

/**
 * The fewest places from which every requirement, and every VLAN on every cable that a client's frames pass, is tried: a set cover, solved
 * whole. What is carried besides, such as the gear's own network on the cable of an access point, is listed as untried. What two places would show alike, one of them shows.
 */
export function fewestStops(site: Site, twin: Twin, solve: Solve, secondsAtMost = 10): FewestStops {
  const requirements = site.requirements.filter(({ strength }) => strength !== 'may')
  const wayTo = waysFromRouters(twin)
  const all = attachmentsOf(site).flatMap((at) => stopAt(site, requirements, at, wayTo) ?? [])
  const unlike = [...new Map(all.map((stop) => [thingsOf(stop).join('|'), stop])).values()]
  const candidates = unlike.filter((stop) => thingsOf(stop).length > 0)
  const things = [...new Set(candidates.flatMap(thingsOf))]
  const forced = onlyPlaces(candidates)
  const shown = new Set(forced.flatMap(thingsOf))
  const open = things.filter((thing) => !shown.has(thing))
  const able = candidates.filter(
    (stop) => !forced.includes(stop) && thingsOf(stop).some((thing) => !shown.has(thing)),
  )
  const solved = open.length === 0 ? null : solve(cover(able, open), secondsAtMost)
  const found = able.filter((_stop, i) => (solved?.values[i] ?? 0) > 0.5)
  const chosen = [...forced, ...(open.length > 0 && found.length === 0 ? able : found)]
  const stops = mostFirst(chosen)
  const known = new Set<Id>()
  return {
    stops,
    isLeast: solved === null || solved.status === 'proven',
    bound: forced.length + Math.ceil((solved?.bound ?? 0) - 1e-6),
    requirements: requirements.length,
    crossings: things.filter((thing) => thing.startsWith('way ')).length,
    provenAfter: stops.map(({ requirementIds }) => {
      for (const id of requirementIds) known.add(id)
      return known.size
    }),
    onFoot: onFoot(site, stops),
    untried: untriedPairs(site, twin.fabric, new Set(stops.flatMap(({ crossings }) => crossings))),
    nowhere: requirements.filter(({ id }) => !all.some(({ requirementIds }) => requirementIds.includes(id))),
  }
}

/** From the first on always the nearest that is left; another floor counts as far, and what is not on the chart comes last. */
function onFoot(site: Site, stops: readonly Stop[]): number[] {
  const places = stops.map(
    ({ attachmentId }) =>
      deviceOf(site, attachmentOf(site, attachmentId)?.place.deviceId ?? '')?.position ?? null,
  )
  const left = new Set(stops.map((_stop, i) => i))
  const order: number[] = []
  let from: Position | null = null
  while (left.size > 0) {
    let [next, nearest] = [-1, Infinity]
    for (const i of left) {
      const far = wayM(from, places[i] ?? null)
      if (next < 0 || far < nearest) [next, nearest] = [i, far]
    }
    left.delete(next)
    order.push(next)
    from = places[next] ?? from
  }
  return order
}

/** Stairs between floors. Assumed, no source. */
const FLOOR_M = 30

function wayM(from: Position | null, to: Position | null): number {
  if (to === null) return Infinity
  if (from === null) return 0
  return distanceM(from.at, to.at) + (from.levelId === to.levelId ? 0 : FLOOR_M)
}

/** Places that show something which no other shows. */
function onlyPlaces(candidates: readonly Stop[]): Stop[] {
  const by = new Map<string, Stop | null>()
  for (const stop of candidates)
    for (const thing of thingsOf(stop)) by.set(thing, by.has(thing) ? null : stop)
  return [...new Set([...by.values()].filter((stop) => stop !== null))]
}

/** Each thing that is to be tried is tried at one of the places chosen at least. */
function cover(candidates: readonly Stop[], things: readonly string[]): Milp {
  const by = new Map(things.map((thing) => [thing, [] as number[]]))
  candidates.forEach((stop, i) => {
    for (const thing of thingsOf(stop)) by.get(thing)?.push(i)
  })
  return {
    columns: candidates.map(() => ({ cost: 1, lower: 0, upper: 1, whole: true })),
    rows: [...by.values()].map((columns) => ({
      lower: 1,
      upper: Infinity,
      terms: columns.map((column): [number, number] => [column, 1]),
    })),
  }
}

const thingsOf = ({ requirementIds, crossings }: Stop): string[] => [
  ...requirementIds.map((id) => `requirement ${id}`),
  ...crossings.map((crossing) => `way ${crossing}`),
]

/** Of those that are left the one that shows the most new things comes next: who stops early has proven the most. */
function mostFirst(chosen: readonly Stop[]): Stop[] {
  const seen = new Set<string>()
  const news = (stop: Stop) => thingsOf(stop).filter((thing) => !seen.has(thing)).length
  const queue = new TinyQueue(
    chosen.map((stop, i) => ({ stop, i, news: news(stop) })),
    (a, b) => b.news - a.news || a.i - b.i,
  )
  const order: Stop[] = []
  for (let next = queue.pop(); next; next = queue.pop()) {
    // What it shows may have been shown since: it waits for its turn again.
    const now = news(next.stop)
    if (now < next.news) queue.push({ ...next, news: now })
    else {
      order.push(next.stop)
      for (const thing of thingsOf(next.stop)) seen.add(thing)
    }
  }
  return order
}
