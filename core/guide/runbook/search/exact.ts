import TinyQueue from 'tinyqueue'
import { distancesFrom } from './distance'
import { compareCost, NO_COST, plus } from '../types'
import type { Cost, Move } from '../types'
import { stateKey } from './ground'
import type { Ground } from './ground'
import { movesFrom } from './moves'
import { take } from './take'
import { handMinutes, MINUTES } from './times'
import type { Standing } from './take'

/** An order that was found, or how far it goes and what stops it there. */
export type Order =
  { ok: true; moves: Move[]; cost: Cost; isBest: boolean } | { ok: false; moves: Move[]; stopped: Stopped[] }

/** A move that nothing safe leads to, and why it is not taken. */
export interface Stopped {
  move: Move
  why: string
}

interface Node {
  standing: Standing
  cost: Cost
  /** With the least that what is left can cost. */
  bound: Cost
  moves: Move[]
  /** Less where the far side comes first: of two orders that cost the same, the one in which a slip costs the shorter walk. */
  nearness: number
}

const nodeKey = ({ done, place, openId }: Standing): string => `${place.id} ${openId} ${stateKey(done)}`

/** How far a search may go: so many states are looked at, and nothing is looked for that costs as much as what is known. */
export interface Limits {
  states: number
  known: Cost | null
}

const NO_LIMITS: Limits = { states: Infinity, known: null }

/**
 * The least of all orders: A* (Hart, Nilsson, Raphael 1968) over what is done and where the laptop is. Every state passed is looked at,
 * none is passed in which something new is wrong. Null: the limits came first, and nothing is known of what is best.
 */
export function bestOrder(ground: Ground): Order
export function bestOrder(ground: Ground, limits: Limits): Order | null
export function bestOrder(ground: Ground, { states, known }: Limits = NO_LIMITS): Order | null {
  const begin: Standing = beginOf(ground)
  const most = ground.states() + states
  const first: Node = { standing: begin, cost: NO_COST, bound: NO_COST, moves: [], nearness: 0 }
  const queue = new TinyQueue<Node>(
    [first],
    (a, b) => compareCost(a.bound, b.bound) || a.nearness - b.nearness,
  )
  const far = distancesFrom(ground.task.present, ground.task.laptop.deviceId)
  const settled = new Set<string>()
  let furthest = first
  for (let node = queue.pop(); node; node = queue.pop()) {
    const key = nodeKey(node.standing)
    if (settled.has(key)) continue
    settled.add(key)
    if (node.standing.done.size === ground.task.changes.length)
      return { ok: true, moves: node.moves, cost: node.cost, isBest: true }
    if (ground.states() > most) return null
    if (node.standing.done.size > furthest.standing.done.size) furthest = node
    for (const move of movesFrom(ground, node.standing)) {
      const taken = take(ground, node.standing, move)
      if (!taken.ok) continue
      const cost = plus(node.cost, taken.cost)
      const bound = plus(cost, leastLeft(ground, taken.standing))
      if (known && compareCost(bound, known) > 0) continue
      queue.push({
        standing: taken.standing,
        cost,
        bound,
        moves: [...node.moves, move],
        nearness: node.nearness + node.moves.length * Math.min(far(move.pageId ?? move.place.deviceId), 100),
      })
    }
  }
  return { ok: false, moves: furthest.moves, stopped: whatStops(ground, furthest.standing) }
}

/** Where the work begins. */
export const beginOf = ({ task }: Ground): Standing => ({
  done: new Set(task.done),
  place: task.laptop,
  openId: null,
})

/** What is left costs at least this: its typing and its hands, and a walk where hands are needed somewhere else. */
function leastLeft(ground: Ground, { done, place }: Standing): Cost {
  const left = ground.task.changes.filter(({ id }) => !done.has(id))
  const byHand = left.filter(({ pageId }) => pageId === null)
  // Every device where hands are needed has to be gone to, but the one where one is.
  const efforts = new Map(
    byHand.flatMap(({ hands }) => hands).map(({ deviceId, effort }) => [deviceId, effort] as const),
  )
  efforts.delete(place.deviceId)
  const walks = [...efforts.values()].reduce((sum, effort) => sum + effort, 0)
  return {
    exposure: 0,
    noReturns: 0,
    walks,
    outage: 0,
    minutes:
      byHand.reduce((sum, change) => sum + handMinutes(change), 0) +
      MINUTES.typeOne * (left.length - byHand.length) +
      walks * MINUTES.walk,
  }
}

/** Every move that is left, and why it is not safe. */
export const whatStops = (ground: Ground, standing: Standing): Stopped[] =>
  [...movesFrom(ground, standing)].flatMap((move) => {
    const taken = take(ground, standing, move)
    return taken.ok ? [] : [{ move, why: taken.why }]
  })
