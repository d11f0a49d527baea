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
