import type { Milp, Solve } from '../../lib/solver'
import type { Clashes } from './clashes'

/** Radios that hear each other, by number, with the edge between them. */
type Near = readonly ReadonlyMap<number, number>[]

/**
 * No choice costs less than this. Nodes that all hear each other, more of them than there is room for side by side: spread
 * as evenly as can be, so many of their pairs must clash. The least that pairs can cost under all such demands is a linear
 * programme; its demands are found as they are broken, so that any number of rounds gives a bound. Without a solver, groups
 * that share no pair are added up.
 */
export function cliqueBound(
  problem: Clashes,
  solve: Solve | null,
  seconds: number,
  onShare: (share: number) => void = () => undefined,
): number {
  const { own, edges } = problem
  const alone = own.reduce((sum, costs) => sum + Math.min(...costs), 0)
  const named = namedOptions(problem)
  const [room, least] = [mostApart(problem, named), leastClash(problem, named)]
  if (edges.length === 0) return alone
  const near = nearOf(problem)
  const weights = edges.map(({ weight }) => weight)
  const apart = disjointBound(near, weights, room)
  if (!solve) return alone + least * apart
  return alone + least * Math.max(apart, programmeBound(near, weights, room, solve, seconds, onShare))
}

const ROUNDS = 6
/** New demands in one round. */
const MOST_NEW = 4000
/** A demand that is met but for this is met. */
const BROKEN_BY = 0.01

function nearOf({ options, edges }: Clashes): Near {
  const near = options.map(() => new Map<number, number>())
  edges.forEach(({ i, j }, edge) => {
    near[i]!.set(j, edge)
    near[j]!.set(i, edge)
  })
  return near
}

/** The programme with more demands round by round. What a solver calls the least is taken a little less, for its tolerances. */
function programmeBound(
  near: Near,
  weights: readonly number[],
  room: number,
  solve: Solve,
  seconds: number,
  onShare: (share: number) => void,
): number {
  const milp: Milp = {
    columns: weights.map((cost) => ({ cost, lower: 0, upper: 1, whole: false })),
    rows: [],
  }
  const known = new Set<string>()
  let clashes: readonly number[] = weights.map(() => 0)
  let bound = 0
  for (let round = 0; round < ROUNDS; round++) {
    onShare(round / ROUNDS)
    const fresh = brokenDemands(near, clashes, weights, room).filter(({ key }) => !known.has(key))
    if (fresh.length === 0) break
    for (const { key, edges, least } of fresh.slice(0, MOST_NEW)) {
      known.add(key)
      milp.rows.push({ lower: least, upper: Infinity, terms: edges.map((edge) => [edge, 1]) })
    }
    const solved = solve(milp, seconds / ROUNDS)
    if (solved.status !== 'proven') break
    clashes = solved.values
    bound = Math.max(bound, solved.objective - 1e-6 * Math.max(1, solved.objective))
  }
  return bound
}

interface Demand {
  key: string
  edges: number[]
  /** So many of its pairs clash at least. */
  least: number
  brokenBy: number
}

/** Demands that these clashes do not meet, those broken most first: groups grown from every edge by whom they clash with least. */
function brokenDemands(
  near: Near,
  clashes: readonly number[],
  weights: readonly number[],
  room: number,
): Demand[] {
  const found = new Map<string, Demand>()
  near.forEach((others, i) => {
    for (const [j, edge] of others)
      if (i < j)
        for (const demand of grown(near, clashes, weights, room, [i, j], edge)) found.set(demand.key, demand)
  })
  return [...found.values()].sort((a, b) => b.brokenBy - a.brokenBy)
}

function grown(
  near: Near,
  clashes: readonly number[],
  weights: readonly number[],
  room: number,
  start: [number, number],
  edge: number,
): Demand[] {
  const members: number[] = [...start]
  const edges = [edge]
  let met = clashes[edge]!
  /** Who is heard by all members, with what it would clash with them and what it weighs. */
  const common = new Map<number, { clash: number; weight: number }>()
  for (const k of near[start[0]]!.keys()) {
    const [a, b] = [near[start[0]]!.get(k), near[start[1]]!.get(k)]
    if (a !== undefined && b !== undefined)
      common.set(k, { clash: clashes[a]! + clashes[b]!, weight: Math.min(weights[a]!, weights[b]!) })
  }
  const demands: Demand[] = []
  while (common.size > 0) {
    let next = -1
    let best = { clash: Infinity, weight: 0 }
    for (const [k, at] of common)
      if (
        at.clash < best.clash - 1e-9 ||
        (Math.abs(at.clash - best.clash) <= 1e-9 && at.weight > best.weight)
      ) {
        next = k
        best = at
      }
    for (const member of members) edges.push(near[next]!.get(member)!)
    met += best.clash
    members.push(next)
    common.delete(next)
    for (const [k, at] of common) {
      const link = near[next]!.get(k)
      if (link === undefined) common.delete(k)
      else common.set(k, { clash: at.clash + clashes[link]!, weight: Math.min(at.weight, weights[link]!) })
    }
    const least = clashesOf(members.length, room)
    if (least - met > BROKEN_BY)
      demands.push({
        key: [...members].sort((a, b) => a - b).join(),
        edges: [...edges],
        least,
        brokenBy: least - met,
      })
  }
  return demands
}

/** Pairs that clash when so many nodes are spread over so many places as evenly as can be. */
function clashesOf(size: number, room: number): number {
  const each = Math.floor(size / room)
  const fuller = size % room
  return (fuller * (each + 1) * each) / 2 + ((room - fuller) * each * (each - 1)) / 2
}

/** Groups that share no pair add up, each with its cheapest pairs; they are grown from the dearest ones. */
function disjointBound(near: Near, weights: readonly number[], room: number): number {
  const left = near.map((others) => new Map(others))
  const ends = new Map<number, [number, number]>()
  near.forEach((others, i) => others.forEach((edge, j) => i < j && ends.set(edge, [i, j])))
  let bound = 0
  for (const [edge, start] of [...ends].sort(([a], [b]) => weights[b]! - weights[a]!)) {
    if (left[start[0]]!.get(start[1]) !== edge) continue
    const { members, cost } = dearest(left, weights, start, room)
    if (cost <= 0) continue
    bound += cost
    for (const a of members) for (const b of members) left[a]!.delete(b)
  }
  return bound
}

/** A group grown by the node whose cheapest pair with it is dearest, cut where it forces most. */
function dearest(
  left: Near,
  weights: readonly number[],
  start: readonly number[],
  room: number,
): { members: number[]; cost: number } {
  const members = [...start]
  const pair = (a: number, b: number): number => {
    const edge = left[a]!.get(b)
    return edge === undefined ? -1 : weights[edge]!
  }
  const pairs = [pair(start[0]!, start[1]!)]
  let best = { members: [...members], cost: forced(pairs, members.length, room) }
  for (;;) {
    let next = -1
    let most = -1
    for (const k of left[members[0]!]!.keys()) {
      if (members.includes(k)) continue
      const cheapest = members.reduce((low, m) => Math.min(low, pair(m, k)), Infinity)
      if (cheapest > most) {
        most = cheapest
        next = k
      }
    }
    if (next < 0 || most < 0) return best
    for (const m of members) pairs.push(pair(m, next))
    members.push(next)
    const cost = forced(pairs, members.length, room)
    if (cost > best.cost) best = { members: [...members], cost }
  }
}

/** What the cheapest pairs of a group cost, as many as must clash. */
const forced = (pairs: readonly number[], size: number, room: number): number =>
  size <= room
    ? 0
    : [...pairs]
        .sort((a, b) => a - b)
        .slice(0, clashesOf(size, room))
        .reduce((sum, weight) => sum + weight, 0)

type Named = [node: number, option: number]

/** Each different option once, with a node that has it. */
function namedOptions({ options, name }: Clashes): Named[] {
  const byName = new Map<string, Named>()
  options.forEach((count, i) => {
    for (let a = 0; a < count; a++) if (!byName.has(name(i, a))) byName.set(name(i, a), [i, a])
  })
  return [...byName.values()]
}

/**
 * No more nodes than this can stand side by side without a clash: options gathered into groups in which all clash, of
 * which each group has room for one.
 */
function mostApart({ clash }: Clashes, named: readonly Named[]): number {
  const groups: Named[][] = []
  for (const [i, a] of named) {
    const group = groups.find((members) => members.every(([j, b]) => clash(i, a, j, b) > 0))
    if (group) group.push([i, a])
    else groups.push([[i, a]])
  }
  return groups.length
}

/** The least that two clashing options clash. */
function leastClash({ clash }: Clashes, named: readonly Named[]): number {
  const all = named.flatMap(([i, a]) => named.map(([j, b]) => clash(i, a, j, b)))
  return all.reduce((least, c) => (c > 0 ? Math.min(least, c) : least), 1)
}
