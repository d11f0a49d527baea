import type { Milp, Solve } from '../../lib/solver'

/** Somebody who wants something: at most `mostMbps`, and what each Mbit/s takes of each resource. */
export interface Demand {
  name: string
  mostMbps: number
  takes: readonly { resource: number; perMbps: number }[]
}

/** Air (1 = all of the time) or a cable (its Mbit/s). */
export interface Resource {
  name: string
  capacity: number
}

export interface FairShare {
  mbps: number
  /** The resource that holds it back, by number; null: it has all it wants. */
  heldBackBy: number | null
}

/**
 * Max–min fair rates: nobody can get more without taking from somebody who has no more than he. A linear programme at a
 * time: the largest rate that all who are still growing can have; who is then held by a full resource stays at it, and the
 * rest grow on. Source: D. Bertsekas and R. Gallager, Data Networks, 6.5.2 (progressive filling).
 */
export function fairShares(
  demands: readonly Demand[],
  resources: readonly Resource[],
  solve: Solve,
): FairShare[] {
  const fixed = new Map<number, FairShare>()
  demands.forEach((demand, i) => {
    if (demand.takes.some(({ perMbps }) => !Number.isFinite(perMbps)) || demand.mostMbps <= 0)
      fixed.set(i, {
        mbps: 0,
        heldBackBy: demand.takes.find(({ perMbps }) => !Number.isFinite(perMbps))?.resource ?? null,
      })
  })
  while (fixed.size < demands.length) {
    const level = largestCommon(demands, resources, fixed, solve)
    const used = usage(demands, resources, fixed, level)
    const before = fixed.size
    demands.forEach((demand, i) => {
      if (fixed.has(i)) return
      const full = demand.takes.find(
        ({ resource, perMbps }) =>
          perMbps > 0 &&
          used[resource]! >=
            resources[resource]!.capacity - TINY * Math.max(1, resources[resource]!.capacity),
      )
      if (full) fixed.set(i, { mbps: level, heldBackBy: full.resource })
      else if (demand.mostMbps <= level + TINY) fixed.set(i, { mbps: demand.mostMbps, heldBackBy: null })
    })
    if (fixed.size === before) break
  }
  return demands.map((_, i) => fixed.get(i) ?? { mbps: 0, heldBackBy: null })
}

const TINY = 1e-6

/** Maximise t with t ≤ what each still wants and, for each resource, Σ takes · rate ≤ capacity. */
function largestCommon(
  demands: readonly Demand[],
  resources: readonly Resource[],
  fixed: ReadonlyMap<number, FairShare>,
  solve: Solve,
): number {
  const growing = demands.flatMap((_, i) => (fixed.has(i) ? [] : [i]))
  const column = new Map(growing.map((i, k) => [i, k + 1]))
  const most = Math.min(...growing.map((i) => demands[i]!.mostMbps))
  const rows: Milp['rows'] = resources.flatMap((resource, r) => {
    let left = resource.capacity
    const terms: [number, number][] = []
    demands.forEach((demand, i) => {
      const takes = demand.takes
        .filter((one) => one.resource === r)
        .reduce((sum, { perMbps }) => sum + perMbps, 0)
      if (takes === 0) return
      const at = column.get(i)
      const mbps = fixed.get(i)?.mbps ?? 0
      if (at === undefined) left -= mbps > 0 ? takes * mbps : 0
      else terms.push([at, takes])
    })
    return terms.length > 0 ? [{ lower: -Infinity, upper: Math.max(0, left), terms }] : []
  })
  // Each growing rate is at least the common one.
  for (const at of column.values())
    rows.push({
      lower: 0,
      upper: Infinity,
      terms: [
        [at, 1],
        [0, -1],
      ],
    })
  const columns = [
    { cost: -1, lower: 0, upper: most, whole: false },
    ...growing.map((i) => ({ cost: 0, lower: 0, upper: demands[i]!.mostMbps, whole: false })),
  ]
  return Math.max(0, solve({ columns, rows }, 10).values[0] ?? 0)
}

function usage(
  demands: readonly Demand[],
  resources: readonly Resource[],
  fixed: ReadonlyMap<number, FairShare>,
  level: number,
): number[] {
  const used = resources.map(() => 0)
  demands.forEach((demand, i) => {
    const mbps = fixed.get(i)?.mbps ?? Math.min(level, demand.mostMbps)
    for (const { resource, perMbps } of demand.takes) if (mbps > 0) used[resource]! += perMbps * mbps
  })
  return used
}
