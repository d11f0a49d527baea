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

/**
 * The least of all orders: A* over what is done and where the laptop is. Every state passed is looked at, none is
 * passed in which something new is wrong. For up to about ten changes.
 */
export function bestOrder(ground: Ground): Order {
  const begin: Standing = beginOf(ground)
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
    if (node.standing.done.size > furthest.standing.done.size) furthest = node
    for (const move of movesFrom(ground, node.standing)) {
      const taken = take(ground, node.standing, move)
      if (!taken.ok) continue
      const cost = plus(node.cost, taken.cost)
      queue.push({
        standing: taken.standing,
        cost,
        bound: plus(cost, leastLeft(ground, taken.standing)),
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
  const hands = left.filter(({ pageId }) => pageId === null)
  const elsewhere = hands.some(({ deviceId }) => deviceId !== place.deviceId)
  return {
    noReturns: 0,
    walks: elsewhere ? 1 : 0,
    outage: 0,
    minutes:
      hands.reduce((sum, change) => sum + handMinutes(change), 0) +
      MINUTES.typeOne * (left.length - hands.length) +
      (elsewhere ? MINUTES.walk : 0),
  }
}

/** Every move that is left, and why it is not safe. */
export const whatStops = (ground: Ground, standing: Standing): Stopped[] =>
  [...movesFrom(ground, standing)].flatMap((move) => {
    const taken = take(ground, standing, move)
    return taken.ok ? [] : [{ move, why: taken.why }]
  })
