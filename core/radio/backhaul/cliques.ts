/** All largest groups in which everybody hears everybody, of a graph given as neighbours by number (Bron and Kerbosch, with a pivot). */
export function maximalCliques(neighbours: readonly ReadonlySet<number>[]): number[][] {
  const found: number[][] = []
  const grow = (members: number[], open: Set<number>, done: Set<number>): void => {
    if (open.size === 0) {
      if (done.size === 0) found.push(members)
      return
    }
    const pivot = pivotOf([...open, ...done], open, neighbours)
    for (const v of [...open].filter((one) => !neighbours[pivot]?.has(one))) {
      const near = neighbours[v] ?? new Set()
      grow([...members, v], intersect(open, near), intersect(done, near))
      open.delete(v)
      done.add(v)
    }
  }
  grow([], new Set(neighbours.keys()), new Set())
  return found.map((clique) => clique.sort((a, b) => a - b))
}

const intersect = (a: ReadonlySet<number>, b: ReadonlySet<number>): Set<number> =>
  new Set([...a].filter((one) => b.has(one)))

/** The vertex with most neighbours among the open ones leaves fewest branches. */
function pivotOf(
  from: readonly number[],
  open: ReadonlySet<number>,
  neighbours: readonly ReadonlySet<number>[],
): number {
  let [best, most] = [from[0] ?? 0, -1]
  for (const one of from) {
    let count = 0
    for (const other of neighbours[one] ?? []) if (open.has(other)) count++
    if (count > most) [best, most] = [one, count]
  }
  return best
}
