import { Places } from './places'
import { boundOf, emptyTree, isBetter, lesser, pick } from './treeMeasure'
import type { Limit, Tree } from './treeMeasure'
import { headOf, waysInto } from './treeProblem'
import type { Head, TreeProblem, Way } from './treeProblem'
import { forAll, forTheWorst, movedAbout } from './treeMoves'

interface Node {
  forced: Int32Array
  forbidden: Set<number>
  bound: { reached: number; worst: number; sum: number }
  relaxed: Relaxed
}

interface Relaxed {
  parent: Int32Array
  cost: Float64Array
}

/**
 * Parents for all nodes so that most are reached, the worst is as good as can be, and then all together get most, within
 * hops and children. Branch and bound: without the limit on children the best is every node's cheapest way of at most so
 * many hops (Bellman and Ford), which no tree can beat; where that overfills a parent or is no tree, one of its edges is
 * forced in one branch and forbidden in the other. `steps` bounds the work; what is found then stands with its bound.
 */
export function chooseTree(problem: TreeProblem, steps = 3000): Tree {
  const search = new Search(problem)
  return search.run(steps)
}

/** So many moves for each step of branch and bound, for each node, and at most. */
const MOVES_PER_STEP = 300
const MOVES_PER_NODE = 5000
const MOST_MOVES = 1_000_000

class Search {
  private readonly into: Way[][]
  private readonly all: number
  private readonly deepest: number
  private best: Tree | null = null

  constructor(private readonly problem: TreeProblem) {
    this.all = problem.nodes + problem.roots
    this.deepest = Math.max(0, ...[...(problem.heads?.values() ?? [])].map(({ hops }) => hops))
    this.into = waysInto(problem)
  }

  run(steps: number): Tree {
    const { nodes } = this.problem
    const forced = new Int32Array(nodes).fill(-1)
    const first = this.node(forced, new Set())
    this.offer(this.greedy(first))
    const open = [first]
    let left = steps
    const limit = this.limit()
    while (open.length > 0 && left-- > 0) {
      // What half of the steps does not settle is moved about first: a better tree leaves fewer branches.
      if (left === steps >> 1) this.moveAbout(limit, steps)
      const at = takeBest(open)
      if (this.best && !isBetter(at.bound, this.best)) continue
      const fault = this.faultOf(at)
      if (!fault) {
        this.offer(this.treeOf(at.relaxed.parent))
        continue
      }
      const [child, parent] = fault
      const one = at.forced.slice()
      one[child] = parent
      open.push(this.node(one, at.forbidden))
      open.push(this.node(at.forced, new Set(at.forbidden).add(child * this.all + parent)))
    }
    const best = this.best ?? emptyTree(nodes)
    const better = open.map(({ bound }) => lesser(bound, limit)).filter((bound) => isBetter(bound, best))
    const bound = better.reduce((a, b) => (isBetter(b, a) ? b : a), pick(best))
    return { ...best, bound, proven: better.length === 0 }
  }

  /** What there are places for, whatever the tree. */
  private limit(): Limit {
    const places = new Places(this.problem)
    const reached = places.at(Infinity)
    return { reached, worst: places.leastWorst(reached) }
  }

  /** The best tree moved about: for the worst way first, then for all together. */
  private moveAbout({ worst }: Limit, steps: number): void {
    if (worst === 0 || worst === Infinity) return
    const { nodes } = this.problem
    const moves = Math.min(MOST_MOVES, steps * MOVES_PER_STEP, nodes * MOVES_PER_NODE)
    const start = Int32Array.from(
      this.best?.parent ?? new Array<null>(nodes).fill(null),
      (parent) => parent ?? -1,
    )
    const even = movedAbout(this.problem, start, forTheWorst(worst), moves, 1)
    this.offer(this.treeOf(even))
    const at = this.best
    if (!at) return
    const parents = Int32Array.from(at.parent, (parent) => parent ?? -1)
    this.offer(this.treeOf(movedAbout(this.problem, parents, forAll(at.worst), moves, 2)))
  }

  private offer(tree: Tree | null): void {
    if (tree && (!this.best || isBetter(tree, this.best))) this.best = tree
  }

  /** Every node's cheapest way of at most so many hops, with what is forced and forbidden. */
  private node(forced: Int32Array, forbidden: Set<number>): Node {
    const { nodes, mostHops } = this.problem
    const full = this.fullOf(forced)
    let before = new Float64Array(this.all).fill(Infinity)
    const cost = new Float64Array(nodes).fill(Infinity)
    const parent = new Int32Array(nodes).fill(-1)
    for (let hop = 1; hop <= mostHops; hop++) {
      // A root that is itself so many hops out can be had from the next hop on.
      for (let root = nodes; root < this.all; root++)
        if (this.headOf(root).hops === hop - 1) before[root] = this.headOf(root).cost
      const after = before.slice()
      let changed = false
      for (let child = 0; child < nodes; child++)
        for (const edge of this.into[child]!) {
          const reached = before[edge.parent]! + edge.cost
          if (reached >= after[child]! - 1e-12) continue
          if (forced[child]! >= 0 ? forced[child] !== edge.parent : full[edge.parent]) continue
          if (forbidden.has(child * this.all + edge.parent)) continue
          after[child] = reached
          cost[child] = reached
          parent[child] = edge.parent
          changed = true
        }
      before = after
      if (!changed && hop > this.deepest) break
    }
    return { forced, forbidden, bound: boundOf(this.cheapest(cost)), relaxed: { parent, cost } }
  }

  /** No more nodes than there are places: the roots' own, those of their children, and so on. */
  private cheapest(cost: Float64Array): Float64Array {
    const { roots, nodes, mostHops, mostChildren, taken } = this.problem
    let [places, layer] = [0, 0]
    for (let root = nodes; root < nodes + roots; root++)
      layer += Math.max(0, mostChildren - (taken?.get(root) ?? 0))
    for (let hop = 0; hop < mostHops && places < nodes; hop++) {
      places += layer
      layer *= mostChildren
    }
    return places >= nodes ? cost : cost.slice().sort().slice(0, places)
  }

  /** Parents whose places are all taken by forced children. */
  private fullOf(forced: Int32Array): boolean[] {
    const count = new Array<number>(this.all).fill(0)
    for (const [parent, taken] of this.problem.taken ?? []) count[parent]! += taken
    for (const parent of forced) if (parent >= 0) count[parent]!++
    return count.map((children) => children >= this.problem.mostChildren)
  }

  /** An edge to branch on: of an overfull parent, or of a way that is too long in the tree. */
  private faultOf({ relaxed, forced }: Node): [child: number, parent: number] | null {
    const children = new Map<number, number[]>()
    relaxed.parent.forEach((parent, child) => {
      if (parent >= 0) children.set(parent, [...(children.get(parent) ?? []), child])
    })
    for (const [parent, list] of children) {
      if (list.length + (this.problem.taken?.get(parent) ?? 0) <= this.problem.mostChildren) continue
      const free = list.filter((child) => forced[child]! < 0)
      // The one that gains most from this parent is settled first.
      const [child] = free.sort((a, b) => relaxed.cost[a]! - relaxed.cost[b]!)
      if (child !== undefined) return [child, parent]
    }
    for (let child = 0; child < relaxed.parent.length; child++) {
      const way = this.wayUp(relaxed.parent, child)
      if (way && this.hopsOf(relaxed.parent, way) <= this.problem.mostHops) continue
      if (!way && relaxed.parent[child]! < 0) continue
      const edge = (way ?? [child]).find((at) => forced[at]! < 0)
      if (edge !== undefined) return [edge, relaxed.parent[edge]!]
    }
    return null
  }

  /** The nodes from a child up to its root; null where that never ends. */
  private wayUp(parent: Int32Array, child: number): number[] | null {
    const way: number[] = []
    let at = child
    while (at >= 0 && at < this.problem.nodes) {
      if (way.length > this.problem.nodes) return null
      way.push(at)
      at = parent[at]!
    }
    return at < 0 ? null : way
  }

  private treeOf(parents: Int32Array): Tree | null {
    const { nodes, mostHops, mostChildren, taken } = this.problem
    const children = new Map<number, number>(taken ?? [])
    const cost = new Array<number>(nodes).fill(Infinity)
    const hops = new Array<number>(nodes).fill(0)
    for (let child = 0; child < nodes; child++) {
      const way = this.wayUp(parents, child)
      if (!way) continue
      const head = this.headOf(parents[way.at(-1)!]!)
      cost[child] = way.reduce((sum, at) => sum + this.edgeCost(at, parents[at]!), head.cost)
      hops[child] = way.length + head.hops
      if (way.length + head.hops > mostHops) return null
      const parent = parents[child]!
      children.set(parent, (children.get(parent) ?? 0) + 1)
    }
    for (const [parent, count] of children)
      if (count > mostChildren && (taken?.get(parent) ?? 0) < count) return null
    const bound = boundOf(cost)
    return {
      parent: Array.from(parents, (parent, child) => (cost[child] === Infinity ? null : parent)),
      cost,
      hops,
      ...bound,
      bound,
      proven: false,
    }
  }

  private headOf = (root: number): Head => headOf(this.problem, root)

  private hopsOf = (parents: Int32Array, way: readonly number[]): number =>
    way.length + this.headOf(parents[way.at(-1)!]!).hops

  private edgeCost = (child: number, parent: number): number =>
    this.into[child]!.find((edge) => edge.parent === parent)?.cost ?? Infinity

  /** A tree to begin with: the cheapest free place is taken again and again, then nodes move while that helps. */
  private greedy({ forced }: Node): Tree | null {
    const { nodes, mostHops, mostChildren, taken } = this.problem
    const parents = new Int32Array(nodes).fill(-1)
    const cost = new Float64Array(this.all).fill(Infinity)
    const depth = new Int32Array(this.all)
    for (let root = nodes; root < this.all; root++) {
      cost[root] = this.headOf(root).cost
      depth[root] = this.headOf(root).hops
    }
    const children = Array.from({ length: this.all }, (_, i) => taken?.get(i) ?? 0)
    const waiting = new Set(Array.from({ length: nodes }, (_, i) => i))
    for (;;) {
      let next: { child: number; parent: number; cost: number } | null = null
      for (const child of waiting)
        for (const edge of this.into[child]!) {
          if (forced[child]! >= 0 && forced[child] !== edge.parent) continue
          const reached = cost[edge.parent]! + edge.cost
          if (children[edge.parent]! >= mostChildren || depth[edge.parent]! >= mostHops) continue
          if (reached < (next?.cost ?? Infinity)) next = { child, parent: edge.parent, cost: reached }
        }
      if (!next) break
      parents[next.child] = next.parent
      cost[next.child] = next.cost
      depth[next.child] = depth[next.parent]! + 1
      children[next.parent]!++
      waiting.delete(next.child)
    }
    for (const child of waiting) this.makeRoom(parents, forced, child)
    return this.improved(parents, forced)
  }

  /** A node that found every place taken gets one if a child there can move. */
  private makeRoom(parents: Int32Array, forced: Int32Array, child: number): void {
    for (const { parent } of this.into[child]!) {
      if (forced[child]! >= 0 && forced[child] !== parent) continue
      parents[child] = parent
      if (this.treeOf(parents)) return
      for (let sibling = 0; sibling < parents.length; sibling++) {
        if (parents[sibling] !== parent || sibling === child || forced[sibling]! >= 0) continue
        for (const edge of this.into[sibling]!) {
          parents[sibling] = edge.parent
          if (edge.parent !== parent && this.treeOf(parents)) return
        }
        parents[sibling] = parent
      }
      parents[child] = -1
    }
  }

  /** Moves one node at a time under another parent while the tree gets better. */
  private improved(parents: Int32Array, forced: Int32Array): Tree | null {
    let tree = this.treeOf(parents)
    for (let round = 0; round < 20 && tree; round++) {
      let moved = false
      for (let child = 0; child < parents.length; child++) {
        if (forced[child]! >= 0) continue
        for (const edge of this.into[child]!.slice(0, 12)) {
          const old = parents[child]!
          if (edge.parent === old) continue
          parents[child] = edge.parent
          const next = this.treeOf(parents)
          if (next && isBetter(next, tree)) {
            tree = next
            moved = true
          } else parents[child] = old
        }
      }
      if (!moved) break
    }
    return tree
  }
}

function takeBest(open: Node[]): Node {
  let at = 0
  for (let i = 1; i < open.length; i++) if (isBetter(open[i]!.bound, open[at]!.bound)) at = i
  const [best] = open.splice(at, 1)
  return best!
}
