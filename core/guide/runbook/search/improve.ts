import TinyQueue from 'tinyqueue'
import { compareCost, NO_COST, plus } from '../types'
import type { Cost, Move } from '../types'
import { beginOf } from './exact'
import { stateKey } from './ground'
import type { Ground } from './ground'
import { placesFor, portions, sheaves } from './moves'
import type { Sheaf } from './moves'
import { take } from './take'
import type { Standing } from './take'

export interface Found {
  moves: Move[]
  cost: Cost
}

/** So many changes are set free at once. Each more doubles what has to be looked at. */
const MOST_FREE = 5
/** So far a freed change may go from where it was, in moves. */
const REACH = 8

/**
 * A better order from one that is safe: large-neighbourhood search (Shaw 1998). The changes of one page, or of two, are taken out, and put
 * back where it costs the least among the others, which keep their order; until nothing gets better or so many states were looked at.
 */
export function improved(ground: Ground, begun: Found, states: number): Found {
  const most = ground.states() + states
  let best = begun
  let isBetter = true
  while (isBetter && ground.states() < most) {
    isBetter = false
    for (const free of neighbourhoods(ground)) {
      if (ground.states() >= most) return best
      const found = putBack(ground, best, free, most)
      if (!found || compareCost(found.cost, best.cost) >= 0) continue
      best = found
      isBetter = true
    }
  }
  return best
}

/** Sets of changes to take out: those of one page or pair of hands, of two, and what is next to each other in the list. */
function* neighbourhoods(ground: Ground): Generator<ReadonlySet<string>> {
  const all = sheaves(ground, new Set(ground.task.done)).map(({ changes }) => changes.map(({ id }) => id))
  const small = all.flatMap((ids) => chunks(ids))
  for (const ids of small) yield new Set(ids)
  for (const [i, one] of small.entries())
    for (const other of small.slice(i + 1))
      if (one.length + other.length <= MOST_FREE) yield new Set([...one, ...other])
}

function chunks(ids: readonly string[]): string[][] {
  const made: string[][] = []
  for (let i = 0; i < ids.length; i += MOST_FREE) made.push(ids.slice(i, i + MOST_FREE))
  return made
}

interface Node {
  standing: Standing
  cost: Cost
  /** How many of the others are done. */
  at: number
  moves: Move[]
}

/** The cheapest way to put free changes back among the others, which keep their order. Uniform-cost search. Null: none costs less. */
function putBack(ground: Ground, known: Found, free: ReadonlySet<string>, most: number): Found | null {
  const others = known.moves.flatMap((move): Move[] => {
    const changeIds = move.changeIds.filter((id) => !free.has(id))
    return changeIds.length > 0 ? [{ ...move, changeIds }] : []
  })
  const range = rangeOf(known.moves, others, free)
  const queue = new TinyQueue<Node>(
    [{ standing: beginOf(ground), cost: NO_COST, at: 0, moves: [] }],
    (a, b) => compareCost(a.cost, b.cost),
  )
  const settled = new Set<string>()
  for (let node = queue.pop(); node; node = queue.pop()) {
    const { standing, cost, at, moves } = node
    if (compareCost(cost, known.cost) >= 0 || ground.states() > most) return null
    const key = `${at} ${standing.place.id} ${standing.openId} ${stateKey(standing.done)}`
    if (settled.has(key)) continue
    settled.add(key)
    if (standing.done.size === ground.task.changes.length) return { moves, cost }
    for (const { move, isOther } of nextMoves(
      ground,
      standing,
      others[at],
      at >= range.from && at <= range.to ? free : NOTHING,
    )) {
      const taken = take(ground, standing, move)
      if (!taken.ok) continue
      queue.push({
        standing: taken.standing,
        cost: plus(cost, taken.cost),
        at: at + (isOther ? 1 : 0),
        moves: [...moves, move],
      })
    }
  }
  return null
}

const NOTHING: ReadonlySet<string> = new Set()

/** Where among the others free changes may go: not far from where they were. */
function rangeOf(moves: readonly Move[], others: readonly Move[], free: ReadonlySet<string>) {
  const places = moves.flatMap(({ changeIds }, i) => (changeIds.some((id) => free.has(id)) ? [i] : []))
  return {
    from: Math.max(0, Math.min(...places) - REACH),
    to: Math.min(others.length, Math.max(...places) + REACH),
  }
}

function* nextMoves(
  ground: Ground,
  { done, place }: Standing,
  other: Move | undefined,
  free: ReadonlySet<string>,
): Generator<{ move: Move; isOther: boolean }> {
  if (other) {
    const sheaf: Sheaf = {
      pageId: other.pageId,
      atIds: other.pageId === null ? [other.place.deviceId] : null,
      changes: [],
    }
    const spots = new Map([place, other.place].map((one) => [one.id, one]))
    for (const spot of placesFor(ground, sheaf, place))
      if (spots.has(spot.id)) yield { move: { ...other, place: spot }, isOther: true }
  }
  if (free.size === 0) return
  for (const sheaf of sheaves(ground, done)) {
    const mine = { ...sheaf, changes: sheaf.changes.filter(({ id }) => free.has(id)) }
    if (mine.changes.length === 0) continue
    for (const spot of placesFor(ground, sheaf, place))
      for (const portion of portions(ground, mine))
        yield {
          move: { place: spot, pageId: sheaf.pageId, changeIds: portion.map(({ id }) => id) },
          isOther: false,
        }
  }
}
