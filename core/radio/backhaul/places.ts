import { headOf, waysInto } from './treeProblem'
import type { TreeProblem, Way } from './treeProblem'

/**
 * How many nodes can have a place where nobody's way costs more than so much: each parent has room for so many children, and a
 * child fits under it if the parent's own cheapest way leaves it a hop and enough of the cost. No tree hangs more: it is the
 * greatest matching of children to places (Kuhn 1955, with places in place of single partners).
 */
export class Places {
  private readonly into: Way[][]
  private readonly room: number[]

  constructor(problem: TreeProblem) {
    const { nodes, roots, mostChildren, taken } = problem
    const ways = waysInto(problem)
    const best = cheapestWays(problem, ways)
    this.room = Array.from({ length: nodes + roots }, (_, i) =>
      Math.max(0, mostChildren - (taken?.get(i) ?? 0)),
    )
    // What the whole way costs, from the root.
    this.into = ways.map((list) =>
      list
        .map(({ parent, cost }) => ({ parent, cost: best[parent]! + cost }))
        .filter(({ cost }) => cost < Infinity)
        .sort((a, b) => a.cost - b.cost),
    )
  }

  /** Nodes that have a place at that cost or less, at most. */
  at(mostCost: number): number {
    const children = this.room.map((): number[] => [])
    let placed = 0
    this.into.forEach((_, child) => {
      if (this.place(child, mostCost, children, new Set())) placed++
    })
    return placed
  }

  /** No tree that hangs so many has a worst way cheaper than this; Infinity where so many cannot be hung. */
  leastWorst(reached: number): number {
    if (reached === 0) return 0
    const costs = [...new Set(this.into.flatMap((list) => list.map(({ cost }) => cost)))].sort(
      (a, b) => a - b,
    )
    let [from, to] = [0, costs.length]
    while (from < to) {
      const middle = (from + to) >> 1
      if (this.at(costs[middle]!) >= reached) to = middle
      else from = middle + 1
    }
    return costs[from] ?? Infinity
  }

  /** A free place under one of its parents, or one that a child there gives up for another. */
  private place(child: number, mostCost: number, children: number[][], seen: Set<number>): boolean {
    for (const { parent, cost } of this.into[child]!) {
      if (cost > mostCost) break
      if (seen.has(parent)) continue
      seen.add(parent)
      const there = children[parent]!
      if (there.length < this.room[parent]!) {
        there.push(child)
        return true
      }
      for (let i = 0; i < there.length; i++) {
        if (!this.place(there[i]!, mostCost, children, seen)) continue
        there[i] = child
        return true
      }
    }
    return false
  }
}

/** What each node and root costs by its cheapest way that leaves one hop for a child; Infinity where there is none. */
function cheapestWays(problem: TreeProblem, ways: readonly Way[][]): number[] {
  const { nodes, roots, mostHops } = problem
  let before = new Array<number>(nodes + roots).fill(Infinity)
  for (let hop = 0; hop < mostHops; hop++) {
    const after = before.slice()
    for (let root = nodes; root < nodes + roots; root++) {
      const head = headOf(problem, root)
      if (head.hops === hop) after[root] = head.cost
    }
    if (hop > 0)
      ways.forEach((list, child) => {
        for (const { parent, cost } of list) after[child] = Math.min(after[child]!, before[parent]! + cost)
      })
    before = after
  }
  return before
}
