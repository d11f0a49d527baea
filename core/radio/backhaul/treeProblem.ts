/** A choice of parents: nodes 0…n−1 have no cable; the roots come after them. */
export interface TreeProblem {
  nodes: number
  roots: number
  /** Cost of one Mbit from parent to child, µs; what is not listed cannot be. Parents are numbered nodes first, then roots. */
  edges: { child: number; parent: number; cost: number }[]
  mostHops: number
  mostChildren: number
  /** Parents that were chosen by hand, by node. */
  pins?: ReadonlyMap<number, number>
  /** What a root has behind itself by radio, by number: it is a child of somebody else. */
  heads?: ReadonlyMap<number, Head>
  /** Children that each root and node has already, by number. */
  taken?: ReadonlyMap<number, number>
}

export interface Head {
  cost: number
  hops: number
}

/** What lies before a root; one with a cable has nothing there. */
export const headOf = ({ heads }: TreeProblem, root: number): Head => heads?.get(root) ?? { cost: 0, hops: 0 }

/** One way into a node: from whom, and what the hop costs. */
export interface Way {
  parent: number
  cost: number
}

/** The ways into each node, the cheapest first. A pinned node has no other than over its pin. */
export function waysInto({ nodes, edges, pins }: TreeProblem): Way[][] {
  const into = Array.from({ length: nodes }, (): Way[] => [])
  for (const { child, parent, cost } of edges)
    if (Number.isFinite(cost) && cost > 0 && (pins?.get(child) ?? parent) === parent)
      into[child]?.push({ parent, cost })
  for (const list of into) list.sort((a, b) => a.cost - b.cost)
  return into
}
