import type { Column, Milp, Row, Solve } from '../../lib/solver'

/** A spot where an access point could be mounted. */
export interface Spot {
  /** Must be used: an access point that is locked there. */
  locked: boolean
  /** Index of the switch that would feed it, or −1: fed otherwise. */
  feed: number
  /** What it costs to use it, in access points for the fewest and in square metres for the best: work that ought to pay. */
  price: number
}

/** What is to be covered: each point with its area and weight (square metres). */
export interface PlacementProblem {
  spots: Spot[]
  /** Free powered sockets of each switch. */
  sockets: number[]
  areas: {
    clients: number
    /** Share of its weight that must be covered. */
    leastShare: number
    /** Share that it must keep whatever else is gained; 0: none. */
    keptShare?: number
  }[]
  points: { area: number; weight: number; /** Spots that cover it. */ by: number[] }[]
  /** Clients that one access point can serve. */
  clientsEach: number
}

export interface Placement {
  chosen: number[]
  /** Covered share of each area. */
  shares: number[]
  /** Access points and prices for the fewest, uncovered square metres and prices for the best. */
  objective: number
  bound: number
  status: 'proven' | 'found' | 'none' | 'impossible'
}

/** Points that the same spots cover count as one: the programme has as many columns as there are different sets. */
interface Group {
  area: number
  weight: number
  by: number[]
}

function grouped({ points }: PlacementProblem): Group[] {
  const groups = new Map<string, Group>()
  for (const { area, weight, by } of points) {
    if (by.length === 0) continue
    const key = `${area}:${by.join(',')}`
    const known = groups.get(key)
    if (known) known.weight += weight
    else groups.set(key, { area, weight, by })
  }
  return [...groups.values()]
}

const totals = ({ areas, points }: PlacementProblem): number[] =>
  areas.map((_, area) => points.reduce((sum, point) => (point.area === area ? sum + point.weight : sum), 0))

/** Fewest access points that cover every area's share and serve its clients. */
export function fewest(problem: PlacementProblem, solve: Solve, seconds: number): Placement {
  const groups = grouped(problem)
  const whole = totals(problem)
  const milp = base(problem, groups, (i) => 1 + problem.spots[i]!.price, 0)
  problem.areas.forEach(({ leastShare }, area) => {
    if (whole[area]! > 0) milp.rows.push(shareRow(problem, groups, area, leastShare * whole[area]!))
  })
  milp.rows.push(...keptRows(problem, groups))
  return placed(problem, solve(milp, seconds))
}

/** The most ground covered by `count` access points at most. */
export function best(problem: PlacementProblem, count: number, solve: Solve, seconds: number): Placement {
  const groups = grouped(problem)
  const milp = base(problem, groups, (i) => problem.spots[i]!.price, -1)
  milp.rows.push({ lower: -Infinity, upper: count, terms: problem.spots.map((_, i) => [i, 1]) })
  milp.rows.push(...keptRows(problem, groups))
  const all = totals(problem).reduce((sum, weight) => sum + weight, 0)
  const solved = placed(problem, solve(milp, seconds))
  return { ...solved, objective: all + solved.objective, bound: all + solved.bound }
}

/** Columns: one per spot, one per group of points, and clients of an area at a spot. */
function base(
  problem: PlacementProblem,
  groups: readonly Group[],
  spotCost: (i: number) => number,
  coverCost: number,
): Milp {
  const { spots, sockets, areas, clientsEach } = problem
  const columns: Column[] = spots.map(({ locked }, i) => ({
    cost: spotCost(i),
    lower: locked ? 1 : 0,
    upper: 1,
    whole: true,
  }))
  const rows: Row[] = sockets.map((free, feed) => ({
    lower: -Infinity,
    upper: free,
    terms: spots.flatMap((spot, i): [number, number][] =>
      spot.feed === feed && !spot.locked ? [[i, 1]] : [],
    ),
  }))
  groups.forEach(({ weight, by }) => {
    const column = columns.length
    columns.push({ cost: coverCost * weight, lower: 0, upper: 1, whole: false })
    rows.push({
      lower: 0,
      upper: Infinity,
      terms: [[column, -1], ...by.map((i): [number, number] => [i, 1])],
    })
  })
  const atSpot = spots.map((): [number, number][] => [])
  areas.forEach(({ clients }, area) => {
    if (clients <= 0) return
    const reach = new Set(groups.filter((group) => group.area === area).flatMap(({ by }) => by))
    const terms: [number, number][] = []
    for (const i of reach) {
      terms.push([columns.length, 1])
      atSpot[i]!.push([columns.length, 1])
      columns.push({ cost: 0, lower: 0, upper: clients, whole: false })
    }
    if (terms.length > 0 && coverCost === 0) rows.push({ lower: clients, upper: clients, terms })
  })
  atSpot.forEach((terms, i) => {
    if (terms.length > 0) rows.push({ lower: -Infinity, upper: 0, terms: [...terms, [i, -clientsEach]] })
  })
  return { columns, rows }
}

const shareRow = (problem: PlacementProblem, groups: readonly Group[], area: number, least: number): Row => ({
  lower: least,
  upper: Infinity,
  terms: groups.flatMap((group, g): [number, number][] =>
    group.area === area ? [[problem.spots.length + g, group.weight]] : [],
  ),
})

/** What no area may fall below; a square centimetre less is rounding. */
function keptRows(problem: PlacementProblem, groups: readonly Group[]): Row[] {
  const whole = totals(problem)
  return problem.areas.flatMap(({ keptShare = 0 }, area) =>
    keptShare > 0 && whole[area]! > 0
      ? [shareRow(problem, groups, area, keptShare * whole[area]! - 1e-4)]
      : [],
  )
}

function placed(problem: PlacementProblem, solved: ReturnType<Solve>): Placement {
  const { status, values, objective, bound } = solved
  const chosen = problem.spots.flatMap((_, i) => ((values[i] ?? 0) > 0.5 ? [i] : []))
  return { chosen, shares: sharesOf(problem, chosen), objective, bound, status }
}

/** Covered share of each area with some spots. */
export function sharesOf(problem: PlacementProblem, chosen: readonly number[]): number[] {
  const set = new Set(chosen)
  const whole = totals(problem)
  const covered = problem.areas.map(() => 0)
  for (const { area, weight, by } of problem.points) if (by.some((i) => set.has(i))) covered[area]! += weight
  return covered.map((weight, area) => (whole[area]! > 0 ? weight / whole[area]! : 1))
}
