import { seededRandom } from '../../lib/random'
import type { Milp, Solve } from '../../lib/solver'
import type { Clashes } from './clashes'
import { cliqueBound } from './cliqueBound'

export interface Assigned {
  choice: number[]
  cost: number
  /** No choice can cost less. */
  bound: number
  proven: boolean
}

/** Up to so many nodes the solver is asked for a proof. Common practice, no source. */
export const MOST_EXACT = 14

/** A bound so near to what was found, against its size, is a proof. */
const ROUNDING = 2e-6

export function costOf({ edges, own, clash }: Clashes, choice: readonly number[]): number {
  const alone = choice.reduce((sum, option, i) => sum + own[i]![option]!, 0)
  return edges.reduce((sum, { i, j, weight }) => sum + weight * clash(i, choice[i]!, j, choice[j]!), alone)
}

/** Share of the work that is the search; the rest is the proof. */
const SEARCH_SHARE = 0.5

/**
 * The best choice that is found: a search for all sizes, with a bound from groups that all hear each other; up to
 * MOST_EXACT free nodes the solver proves it or betters it.
 */
export function assign(
  problem: Clashes,
  solve: Solve | null,
  seconds = 10,
  seed = 1,
  onShare: (share: number) => void = () => undefined,
): Assigned {
  const choice = search(problem, seed, (share) => onShare(share * SEARCH_SHARE))
  const cost = costOf(problem, choice)
  const free = problem.fixed.filter((option) => option === null).length
  const isSmall = free <= MOST_EXACT
  const bound = cliqueBound(problem, isSmall ? null : solve, seconds, (share) =>
    onShare(SEARCH_SHARE + share * (1 - SEARCH_SHARE)),
  )
  if (cost <= bound + ROUNDING * Math.max(1, cost)) return { choice, cost, bound: cost, proven: true }
  if (!solve || !isSmall) return { choice, cost, bound, proven: false }
  const solved = solve(programme(problem), seconds)
  const better = solved.values.length > 0 && solved.objective < cost - 1e-9
  const best = better ? choiceOf(problem, solved.values) : choice
  const least = costOf(problem, best)
  const proof = Math.min(least, Math.max(bound, solved.bound))
  return {
    choice: best,
    cost: least,
    bound: proof,
    proven: least <= proof + 1e-6 * Math.max(1, Math.abs(least)),
  }
}

/** One column per node and option, one per edge for what it costs. */
function programme({ options, own, edges, clash, fixed }: Clashes): Milp {
  const starts: number[] = []
  const milp: Milp = { columns: [], rows: [] }
  options.forEach((count, i) => {
    starts.push(milp.columns.length)
    for (let a = 0; a < count; a++) {
      const must = fixed[i] === a
      milp.columns.push({
        cost: own[i]![a]!,
        lower: must ? 1 : 0,
        upper: fixed[i] === null || must ? 1 : 0,
        whole: true,
      })
    }
    milp.rows.push({
      lower: 1,
      upper: 1,
      terms: Array.from({ length: count }, (_, a) => [starts[i]! + a, 1]),
    })
  })
  for (const { i, j, weight } of edges) {
    const column = milp.columns.length
    milp.columns.push({ cost: weight, lower: 0, upper: 1, whole: false })
    // What the pair costs is at least what its clash is, if i takes a: y ≥ Σ clash(a, b) x_jb − most · (1 − x_ia).
    for (let a = 0; a < options[i]!; a++) {
      const clashes = Array.from({ length: options[j]! }, (_, b) => clash(i, a, j, b))
      const most = Math.max(...clashes)
      if (most === 0) continue
      milp.rows.push({
        lower: -most,
        upper: Infinity,
        terms: [
          [column, 1],
          [starts[i]! + a, -most],
          ...clashes.flatMap((c, b): [number, number][] => (c > 0 ? [[starts[j]! + b, -c]] : [])),
        ],
      })
    }
  }
  return milp
}

function choiceOf({ options }: Clashes, values: readonly number[]): number[] {
  let at = 0
  return options.map((count) => {
    const mine = values.slice(at, at + count)
    at += count
    return mine.indexOf(Math.max(...mine))
  })
}

/** Rounds of the search, and how long a changed node stays as it is. */
const STEPS_PER_NODE = 60
const RESTARTS = 6
/** Many nodes are searched from fewer starts, and looked at no more often than this in all. */
const MANY_NODES = 120
const MOST_LOOKS = 1.5e8

/**
 * Tabu search (Hertz and de Werra 1987): from a greedy start, the best change of one node that clashes, again and again,
 * never straight back.
 */
function search(problem: Clashes, seed: number, onShare: (share: number) => void): number[] {
  const random = seededRandom(seed)
  let best: number[] = []
  let least = Infinity
  const starts = problem.options.length > MANY_NODES ? 2 : RESTARTS
  for (let restart = 0; restart < starts; restart++) {
    onShare(restart / starts)
    const state = new State(problem, greedy(problem, random, restart))
    const found = climb(state, random)
    if (found.cost < least - 1e-12) {
      best = found.choice
      least = found.cost
    }
    if (least <= 1e-12) break
  }
  return best
}

/** Keeps what each option of each node would cost, so that a change is looked up and not summed. */
class State {
  readonly pull: number[][]
  readonly near: { j: number; weight: number }[][]
  cost: number

  constructor(
    readonly problem: Clashes,
    readonly choice: number[],
  ) {
    this.near = problem.options.map(() => [])
    for (const { i, j, weight } of problem.edges) {
      this.near[i]!.push({ j, weight })
      this.near[j]!.push({ j: i, weight })
    }
    this.pull = problem.options.map((count, i) =>
      Array.from({ length: count }, (_, a) =>
        this.near[i]!.reduce(
          (sum, { j, weight }) => sum + weight * problem.clash(i, a, j, choice[j]!),
          problem.own[i]![a]!,
        ),
      ),
    )
    this.cost = costOf(problem, choice)
  }

  change(i: number, to: number): void {
    const from = this.choice[i]!
    this.cost += this.pull[i]![to]! - this.pull[i]![from]!
    this.choice[i] = to
    for (const { j, weight } of this.near[i]!) {
      const costs = this.pull[j]!
      for (let b = 0; b < costs.length; b++)
        costs[b]! += weight * (this.problem.clash(j, b, i, to) - this.problem.clash(j, b, i, from))
    }
  }
}

function climb(state: State, random: () => number): { choice: number[]; cost: number } {
  const { problem, choice, pull } = state
  const tabu = problem.options.map((count) => new Array<number>(count).fill(-1))
  let best = { choice: [...choice], cost: state.cost }
  const looks = problem.options.reduce((sum, count) => sum + count, 0)
  const steps = Math.min(STEPS_PER_NODE * choice.length + 400, MOST_LOOKS / Math.max(1, looks))
  for (let step = 0; step < steps && best.cost > 1e-12; step++) {
    let move: { i: number; a: number; gain: number } | null = null
    for (let i = 0; i < choice.length; i++) {
      const now = pull[i]![choice[i]!]!
      if (problem.fixed[i] !== null || now <= 1e-12) continue
      for (let a = 0; a < pull[i]!.length; a++) {
        if (a === choice[i]) continue
        const gain = pull[i]![a]! - now
        const allowed = tabu[i]![a]! < step || state.cost + gain < best.cost - 1e-12
        if (
          allowed &&
          (!move || gain < move.gain - 1e-12 || (Math.abs(gain - move.gain) <= 1e-12 && random() < 0.3))
        )
          move = { i, a, gain }
      }
    }
    if (!move) break
    tabu[move.i]![choice[move.i]!] = step + 7 + Math.floor(random() * 10)
    state.change(move.i, move.a)
    if (state.cost < best.cost - 1e-12) best = { choice: [...choice], cost: state.cost }
  }
  return best
}

/** The node with most at stake first, each on the option that costs least so far. */
function greedy(problem: Clashes, random: () => number, restart: number): number[] {
  const { options, own, edges, clash, fixed } = problem
  const stake = options.map(() => 0)
  for (const { i, j, weight } of edges) {
    stake[i]! += weight
    stake[j]! += weight
  }
  const order = options
    .map((_, i) => i)
    .sort((a, b) => stake[b]! * (1 + restart * random() * 0.3) - stake[a]! * (1 + restart * random() * 0.3))
  const choice = options.map((_, i) => fixed[i] ?? -1)
  for (const i of order) {
    if (fixed[i] !== null) continue
    const costs = Array.from({ length: options[i]! }, (_, a) =>
      edges.reduce((sum, edge) => {
        const j = edge.i === i ? edge.j : edge.j === i ? edge.i : -1
        return j < 0 || choice[j]! < 0 ? sum : sum + edge.weight * clash(i, a, j, choice[j]!)
      }, own[i]![a]!),
    )
    choice[i] = costs.indexOf(Math.min(...costs))
  }
  return choice
}
