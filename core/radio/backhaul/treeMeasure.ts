export interface Tree {
  /** By node; null: nothing reaches it. */
  parent: (number | null)[]
  /** Cost from the root, µs for one Mbit; Infinity where nothing reaches. */
  cost: number[]
  hops: number[]
  reached: number
  /** Cost of the worst node that is reached. */
  worst: number
  /** Σ 1 ÷ cost: goodput of all together, one at a time. */
  sum: number
  /** No tree can do better than these. */
  bound: { reached: number; worst: number; sum: number }
  proven: boolean
}

/** What no tree exceeds: nodes that have a place, and the worst of so many. */
export interface Limit {
  reached: number
  worst: number
}

/** Nobody has an uplink to anybody. */
export const emptyTree = (nodes: number): Tree => ({
  parent: new Array<null>(nodes).fill(null),
  cost: new Array<number>(nodes).fill(Infinity),
  hops: new Array<number>(nodes).fill(0),
  reached: 0,
  worst: 0,
  sum: 0,
  bound: { reached: 0, worst: 0, sum: 0 },
  proven: false,
})

export function boundOf(cost: Iterable<number>): Tree['bound'] {
  let [reached, worst, sum] = [0, 0, 0]
  for (const one of cost) {
    if (one === Infinity) continue
    reached++
    worst = Math.max(worst, one)
    sum += 1 / one
  }
  return { reached, worst, sum }
}

/** A bound that keeps to what there are places for as well. */
export function lesser(bound: Tree['bound'], limit: Limit): Tree['bound'] {
  if (bound.reached < limit.reached) return bound
  return {
    ...bound,
    reached: limit.reached,
    worst: bound.reached > limit.reached ? limit.worst : Math.max(bound.worst, limit.worst),
  }
}

export const pick = ({ reached, worst, sum }: Tree['bound']): Tree['bound'] => ({ reached, worst, sum })

/** More nodes reached, then a better worst one, then more together; differences of rounding do not count. */
export function isBetter(a: Tree['bound'], b: Tree['bound']): boolean {
  if (a.reached !== b.reached) return a.reached > b.reached
  if (Math.abs(a.worst - b.worst) > 1e-9 * Math.max(1, b.worst)) return a.worst < b.worst
  return a.sum > b.sum * (1 + 1e-9)
}
