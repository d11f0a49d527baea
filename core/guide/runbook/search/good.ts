import { sameEnd } from '../../../plan'
import { compareCost, NO_COST, plus } from '../types'
import type { Change, Cost, LaptopPlace, Move } from '../types'
import { distancesFrom } from './distance'
import { beginOf, whatStops } from './exact'
import type { Order } from './exact'
import { stateKey } from './ground'
import type { Ground } from './ground'
import { placesFor, sheaves } from './moves'
import type { Sheaf } from './moves'
import { isAtOnce, take } from './take'
import type { Standing, Taken } from './take'

/** So many standings are tried before the search gives up: an order that there is takes little more than one for each change. */
const mostTried = (changes: number): number => 30 + 4 * changes

interface Tried {
  move: Move
  taken: Extract<Taken, { ok: true }>
  /** Clients cut off once it is done. */
  cutOff: number
}

/**
 * A good order where there are too many changes for the best: the far side first, what is added before what is taken off, each page
 * as few times as may be; back again where it leads nowhere. Every state is proven; the order is not proven the best.
 */
export function goodOrder(ground: Ground): Order {
  const orders = [true, false].map((farFirst) => new Descent(ground, farFirst).run())
  const found = orders.filter((order) => order.ok)
  const [best] = found.sort((a, b) => compareCost(a.cost, b.cost))
  const [furthest] = [...orders].sort((a, b) => b.moves.length - a.moves.length)
  return best ?? furthest ?? { ok: false, moves: [], stopped: [] }
}

class Descent {
  private readonly far: (id: string) => number
  private readonly seen = new Set<string>()
  private furthest: { standing: Standing; moves: Move[] }
  private tried = 0

  constructor(
    private readonly ground: Ground,
    private readonly farFirst: boolean,
  ) {
    const { task } = ground
    this.far = distancesFrom(task.present, task.laptop.deviceId)
    this.furthest = { standing: beginOf(ground), moves: [] }
  }

  run(): Order {
    const found = this.from(this.furthest.standing, [], NO_COST)
    if (found) return { ok: true, ...found, isBest: false }
    const { standing, moves } = this.furthest
    return { ok: false, moves, stopped: whatStops(this.ground, standing).slice(0, 20) }
  }

  private from(standing: Standing, moves: Move[], cost: Cost): { moves: Move[]; cost: Cost } | null {
    if (standing.done.size === this.ground.task.changes.length) return { moves, cost }
    const key = `${standing.place.id} ${stateKey(standing.done)}`
    if (this.seen.has(key) || this.tried++ > mostTried(this.ground.task.changes.length)) return null
    this.seen.add(key)
    if (standing.done.size > this.furthest.standing.done.size) this.furthest = { standing, moves }
    for (const { move, taken } of this.inOrder(standing)) {
      const found = this.from(taken.standing, [...moves, move], plus(cost, taken.cost))
      if (found) return found
    }
    return null
  }

  /**
   * The first move that costs nothing but time, alone; else all that are safe, the cheapest first. Changes one by one are tried where
   * no page can be taken in larger portions.
   */
  private *inOrder(standing: Standing): Generator<Tried> {
    const now = this.ground.cutOff(standing.done)
    for (const tier of TIERS) {
      const dear: Tried[] = []
      for (const move of this.candidates(standing, tier)) {
        const taken = take(this.ground, standing, move)
        if (!taken.ok) continue
        const cutOff = this.ground.cutOff(taken.standing.done)
        const one = { move, taken, cutOff }
        const breaks = this.ground.breaks(taken.standing.done).size
        const isFree = taken.cost.noReturns === 0 && taken.cost.walks === 0 && breaks === 0
        if (isFree && cutOff <= now + 1e-9) yield one
        else dear.push(one)
      }
      yield* dear.sort(
        (a, b) =>
          this.ground.breaks(a.taken.standing.done).size - this.ground.breaks(b.taken.standing.done).size ||
          a.taken.cost.noReturns - b.taken.cost.noReturns ||
          a.taken.cost.walks - b.taken.cost.walks ||
          a.cutOff - b.cutOff ||
          compareCost(a.taken.cost, b.taken.cost),
      )
    }
  }

  private *candidates(standing: Standing, tier: readonly Kind[]): Generator<Move> {
    const rank = ({ pageId, atIds }: Sheaf) => this.far(pageId ?? atIds?.[0] ?? '') * (this.farFirst ? -1 : 1)
    const all = sheaves(this.ground, standing.done).sort((a, b) => rank(a) - rank(b))
    const leaving = portsLeft(this.ground, standing.done)
    const tried = new Set<string>()
    for (const kind of tier)
      for (const sheaf of all)
        for (const changeIds of portionsOf(this.ground, heard(this.ground, standing, sheaf), kind, leaving)) {
          const key = changeIds.join(' ')
          if (tried.has(key)) continue
          tried.add(key)
          for (const place of this.places(sheaf, standing.place))
            yield { place, pageId: sheaf.pageId, changeIds }
        }
  }

  /** Where hands have to be; for a page where one is, where one began, and at the device itself. */
  private places(sheaf: Sheaf, here: LaptopPlace): LaptopPlace[] {
    const { laptop } = this.ground.task
    const all = placesFor(this.ground, sheaf, here)
    if (sheaf.atIds !== null) return all
    return all.filter(({ id, deviceId }) => [here.id, laptop.id].includes(id) || deviceId === sheaf.pageId)
  }
}

/**
 * What of a sheaf is taken together. add: only what comes besides · open: all but the ports that a cable is still to leave · all ·
 * most: all but what is taken off · each: one by one.
 */
type Kind = 'add' | 'open' | 'all' | 'most' | 'each'

const TIERS: readonly (readonly Kind[])[] = [['add', 'open'], ['all', 'most'], ['each']]

function portionsOf(
  ground: Ground,
  { pageId, changes }: Sheaf,
  kind: Kind,
  leaving: ReadonlySet<string>,
): string[][] {
  const ids = (list: readonly Change[]) => (list.length > 0 ? [list.map(({ id }) => id)] : [])
  const isHalf = (change: Change, half: string) =>
    change.subject.kind === 'unit' && change.subject.half === half
  if (pageId === null || isAtOnce(ground, pageId, changes))
    return kind === 'open' || kind === 'each' ? changes.map(({ id }) => [id]) : []
  switch (kind) {
    case 'add':
      return ids(changes.filter((change) => isHalf(change, 'add')))
    case 'open':
      return ids(changes.filter((change) => !leaving.has(portOf(change))))
    case 'all':
      return ids(changes)
    case 'most':
      return ids(changes.filter((change) => !isHalf(change, 'remove') && !leaving.has(portOf(change))))
    case 'each':
      return changes.map(({ id }) => [id])
  }
}

/** Of what a controller is to send, what gets there now; the rest waits for its devices to be heard. */
function heard(ground: Ground, { done, place }: Standing, sheaf: Sheaf): Sheaf {
  const { pageId, changes } = sheaf
  if (pageId === null || changes.every(({ deviceId }) => deviceId === pageId)) return sheaf
  const there = changes.filter((change) => ground.closed(done, place, pageId, [change]) === null)
  return there.length === 0 ? sheaf : { ...sheaf, changes: there }
}

/** "switch 3": the port that a change sets; empty: none. */
const portOf = ({ deviceId, subject }: Change): string => {
  const number =
    subject.kind === 'unit' ? /^(?:native|vlans|poe|speed):(\d+)$/.exec(subject.unit)?.[1] : undefined
  return number === undefined ? '' : `${deviceId} ${number}`
}

/** Ports that a cable leaves that is still to be moved: they are closed when it is out. */
function portsLeft({ task }: Ground, done: ReadonlySet<string>): Set<string> {
  return new Set(
    task.changes.flatMap(({ id, subject }) =>
      subject.kind === 'cable' && subject.from && !done.has(id)
        ? [subject.from.a, subject.from.b]
            .filter((end) => ![subject.to?.a, subject.to?.b].some((other) => other && sameEnd(end, other)))
            .map(({ deviceId, port }) => `${deviceId} ${port}`)
        : [],
    ),
  )
}
