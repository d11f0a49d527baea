import { seededRandom } from '../../lib/random'
import { headOf, waysInto } from './treeProblem'
import type { TreeProblem, Way } from './treeProblem'

/** What a way costs a plan of parents, and how warm the search begins and ends. */
export interface Price {
  of: (cost: number) => number
  warm: number
  cold: number
}

/** A node that hangs nowhere is worse than any that does. */
const LOOSE = 50

/** First of all the worst way counts: the dearer one is against `scale`, the more, by its sixth power. */
export const forTheWorst = (scale: number): Price => ({
  of: (cost) => (cost === Infinity ? LOOSE : (cost / scale) ** 6),
  warm: 0.3,
  cold: 1e-4,
})

/** Then all together: Σ 1 ÷ cost, while nobody's way costs more than `most`. */
export const forAll = (most: number): Price => ({
  of: (cost) => (cost > most * (1 + 1e-9) ? LOOSE : -most / cost),
  warm: 0.5,
  cold: 1e-3,
})

/**
 * Parents by simulated annealing (Kirkpatrick, Gelatt and Vecchi 1983): a node goes under another parent with all its children,
 * or takes the place of a child there that goes elsewhere. Never over the hops or the children. `start` has −1 where a node has no
 * parent.
 */
export function movedAbout(
  problem: TreeProblem,
  start: Int32Array,
  price: Price,
  moves: number,
  seed: number,
): Int32Array {
  const state = new Moves(problem, start, price.of)
  const random = seededRandom(seed)
  const { nodes } = problem
  let best = state.parent.slice()
  let least = state.price
  for (let move = 0; move < moves; move++) {
    const heat = price.warm * (price.cold / price.warm) ** (move / moves)
    const child = Math.floor(random() * nodes)
    const edges = state.into[child]!
    if (edges.length === 0) continue
    // The near ones are tried oftener.
    const edge = edges[Math.floor(random() ** 2 * edges.length)]!
    const before = state.price
    const undo = state.under(child, edge.parent, random)
    if (!undo) continue
    const more = state.price - before
    if (more > 0 && random() >= Math.exp(-more / heat)) undo()
    else if (state.price < least - 1e-9) {
      least = state.price
      best = state.parent.slice()
    }
  }
  return best
}

class Moves {
  readonly parent: Int32Array
  readonly into: Way[][]
  price: number
  private readonly children: Set<number>[]
  private readonly cost: Float64Array
  private readonly hops: Int32Array

  constructor(
    private readonly problem: TreeProblem,
    start: Int32Array,
    private readonly priceOf: (cost: number) => number,
  ) {
    const { nodes, roots } = problem
    this.parent = start.slice()
    this.into = waysInto(problem)
    this.children = Array.from({ length: nodes + roots }, () => new Set<number>())
    this.parent.forEach((parent, child) => {
      if (parent >= 0) this.children[parent]!.add(child)
    })
    this.cost = new Float64Array(nodes + roots).fill(Infinity)
    this.hops = new Int32Array(nodes + roots)
    for (let root = nodes; root < nodes + roots; root++) {
      const head = headOf(problem, root)
      this.cost[root] = head.cost
      this.hops[root] = head.hops
    }
    for (let root = nodes; root < nodes + roots; root++) this.settle(root)
    this.price = 0
    for (let i = 0; i < nodes; i++) this.price += this.priceOf(this.cost[i]!)
  }

  /** Hangs a child there; where it is full, one of the children gives up its place. Null: it cannot be. */
  under(child: number, parent: number, random: () => number): (() => void) | null {
    const from = this.parent[child]!
    if (
      from === parent ||
      this.hangsOn(parent, child) ||
      this.hops[parent]! + this.height(child) > this.problem.mostHops
    )
      return null
    if (this.cost[parent] === Infinity) return null
    const there = this.children[parent]!
    if (there.size + (this.problem.taken?.get(parent) ?? 0) < this.problem.mostChildren) {
      this.hang(child, parent)
      return () => this.hang(child, from)
    }
    const list = [...there]
    const other = list[Math.floor(random() * list.length)]
    if (other === undefined || this.hangsOn(from, other)) return null
    // The other takes the free place, or goes where it likes best and may, or hangs loose.
    const goes = this.placeFor(other, child, from)
    this.hang(other, -1)
    this.hang(child, parent)
    if (goes >= 0 && this.mayHang(other, goes)) this.hang(other, goes)
    return () => {
      this.hang(other, -1)
      this.hang(child, from)
      this.hang(other, parent)
    }
  }

  private placeFor(other: number, child: number, free: number): number {
    for (const { parent } of this.into[other]!) {
      if (parent === this.parent[other] || parent === child) continue
      if (parent === free) return parent
      if (this.mayHang(other, parent)) return parent
    }
    return -1
  }

  private mayHang(child: number, parent: number): boolean {
    return (
      this.cost[parent] !== Infinity &&
      this.children[parent]!.size + (this.problem.taken?.get(parent) ?? 0) < this.problem.mostChildren &&
      !this.hangsOn(parent, child) &&
      this.hops[parent]! + this.height(child) <= this.problem.mostHops
    )
  }

  private hang(child: number, parent: number): void {
    const from = this.parent[child]!
    if (from >= 0) this.children[from]!.delete(child)
    this.parent[child] = parent
    if (parent >= 0) this.children[parent]!.add(child)
    this.reprice(child)
  }

  /** Everything below a node anew. */
  private reprice(child: number): void {
    this.price -= this.priceOf(this.cost[child]!)
    const parent = this.parent[child]!
    if (parent < 0) {
      this.cost[child] = Infinity
      this.hops[child] = 0
    } else {
      this.cost[child] = this.cost[parent]! + this.edgeCost(child, parent)
      this.hops[child] = this.hops[parent]! + 1
    }
    this.price += this.priceOf(this.cost[child]!)
    for (const one of this.children[child]!) this.reprice(one)
  }

  private settle(at: number): void {
    for (const child of this.children[at]!) {
      this.cost[child] = this.cost[at]! + this.edgeCost(child, at)
      this.hops[child] = this.hops[at]! + 1
      this.settle(child)
    }
  }

  private edgeCost(child: number, parent: number): number {
    for (const edge of this.into[child]!) if (edge.parent === parent) return edge.cost
    return Infinity
  }

  /** Whether a node hangs somewhere under another, or is it. */
  private hangsOn(node: number, other: number): boolean {
    for (let at = node; at >= 0; at = at < this.problem.nodes ? this.parent[at]! : -1)
      if (at === other) return true
    return false
  }

  /** Hops that a node and its children need under its parent. */
  private height(node: number): number {
    let most = 0
    for (const child of this.children[node]!) most = Math.max(most, this.height(child))
    return most + 1
  }
}
