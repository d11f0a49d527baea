import { meshField } from '~/benchmarks/fields'
import { seededRandom } from '../../lib/random'
import { chooseTree } from './tree'
import type { Head, TreeProblem } from './treeProblem'

function randomProblem(seed: number): TreeProblem {
  const random = seededRandom(seed)
  const nodes = 2 + Math.floor(random() * 4)
  const roots = 1 + Math.floor(random() * 2)
  const edges: TreeProblem['edges'] = []
  for (let child = 0; child < nodes; child++)
    for (let parent = 0; parent < nodes + roots; parent++)
      if (parent !== child && random() < 0.75)
        edges.push({ child, parent, cost: 1 + Math.floor(random() * 30) })
  const heads = new Map<number, Head>()
  for (let root = nodes; root < nodes + roots; root++)
    if (random() < 0.3)
      heads.set(root, { cost: 1 + Math.floor(random() * 20), hops: 1 + Math.floor(random() * 2) })
  const pins = random() < 0.3 && edges[0] ? new Map([[edges[0].child, edges[0].parent]]) : undefined
  return {
    nodes,
    roots,
    edges,
    mostHops: 1 + Math.floor(random() * 3),
    mostChildren: 1 + Math.floor(random() * 3),
    heads,
    ...(pins ? { pins } : {}),
  }
}

/** Every choice of parents, looked at one by one. */
function byBruteForce({ nodes, roots, edges, mostHops, mostChildren, pins, heads }: TreeProblem) {
  const best = { reached: -1, worst: 0, sum: 0 }
  const parents = new Array<number>(nodes).fill(-1)
  const costOf = (child: number, parent: number) =>
    edges.find((e) => e.child === child && e.parent === parent)?.cost
  const look = () => {
    const children = new Array<number>(nodes + roots).fill(0)
    let [reached, worst, sum] = [0, 0, 0]
    for (let child = 0; child < nodes; child++) {
      if (parents[child] === -1) continue
      let [at, cost, hops] = [child, 0, 0]
      while (at < nodes) {
        const parent = parents[at]!
        if (parent === -1 || ++hops > mostHops) return
        cost += costOf(at, parent)!
        at = parent
      }
      if (++children[parents[child]!]! > mostChildren) return
      reached++
      const head = heads?.get(at)
      cost += head?.cost ?? 0
      if (hops + (head?.hops ?? 0) > mostHops) return
      worst = Math.max(worst, cost)
      sum += 1 / cost
    }
    const better =
      reached !== best.reached
        ? reached > best.reached
        : worst !== best.worst
          ? worst < best.worst
          : sum > best.sum
    if (better) Object.assign(best, { reached, worst, sum })
  }
  const fill = (child: number): void => {
    if (child === nodes) return look()
    const pin = pins?.get(child)
    for (let parent = -1; parent < nodes + roots; parent++) {
      if (parent >= 0 && costOf(child, parent) === undefined) continue
      if (parent >= 0 && pin !== undefined && parent !== pin) continue
      parents[child] = parent
      fill(child + 1)
    }
  }
  fill(0)
  return best
}

test('equal to brute force on 500 random small sites, pins, limits and roots that have their uplink by radio included', () => {
  for (let seed = 1; seed <= 500; seed++) {
    const problem = randomProblem(seed)
    const tree = chooseTree(problem)
    const { reached, worst, sum } = byBruteForce(problem)
    expect({ seed, proven: tree.proven, reached: tree.reached, worst: tree.worst }).toEqual({
      seed,
      proven: true,
      reached,
      worst,
    })
    expect(tree.sum).toBeCloseTo(sum, 9)
  }
})

test('what nothing reaches has no parent, and a pin stays though it is dear', () => {
  const edges = [
    { child: 0, parent: 2, cost: 10 },
    { child: 0, parent: 1, cost: 1 },
  ]
  expect(chooseTree({ nodes: 2, roots: 1, edges, mostHops: 3, mostChildren: 4 })).toMatchObject({
    parent: [2, null],
    cost: [10, Infinity],
  })
  const both = [...edges, { child: 1, parent: 2, cost: 2 }]
  expect(chooseTree({ nodes: 2, roots: 1, edges: both, mostHops: 3, mostChildren: 4 }).parent).toEqual([1, 2])
  const pins = new Map([[0, 2]])
  expect(chooseTree({ nodes: 2, roots: 1, edges: both, mostHops: 3, mostChildren: 4, pins }).parent).toEqual([
    2, 2,
  ])
})

/** What is wrong with a tree, read from the problem alone. */
function faultsOf(problem: TreeProblem, parent: (number | null)[]): string[] {
  const { nodes, roots, edges, mostHops, mostChildren, pins, heads, taken } = problem
  const children = Array.from({ length: nodes + roots }, (_, i) => taken?.get(i) ?? 0)
  const faults: string[] = []
  parent.forEach((at, child) => {
    if (at === null) return
    if (!edges.some((edge) => edge.child === child && edge.parent === at))
      faults.push(`${child} has no such way`)
    if ((pins?.get(child) ?? at) !== at) faults.push(`${child} is pinned elsewhere`)
    if (++children[at]! > mostChildren) faults.push(`${at} has too many children`)
    let [up, hops]: [number | null, number] = [child, 0]
    while (up !== null && up < nodes && hops <= nodes) {
      up = parent[up] ?? null
      hops++
    }
    if (up === null || up < nodes) faults.push(`${child} hangs on nothing`)
    else if (hops + (heads?.get(up)?.hops ?? 0) > mostHops) faults.push(`${child} is too many hops out`)
  })
  return faults
}

test('200 nodes on 20 roots: all hang, and the worst way is within a tenth of what no tree beats', () => {
  const problem = meshField(200, 20)
  const tree = chooseTree(problem, 300)
  expect(faultsOf(problem, tree.parent)).toEqual([])
  expect(tree.reached).toBe(200)
  expect(tree.worst).toBeLessThanOrEqual(1.1 * tree.bound.worst)
  expect(tree.sum).toBeGreaterThan(0.85 * tree.bound.sum)
})

test('fields too full or too far: as many hang as there are places, and nothing is broken', () => {
  for (let seed = 1; seed <= 4; seed++) {
    const plain = meshField(40, 2, seed)
    const problem: TreeProblem = {
      ...plain,
      mostHops: 1 + (seed % 3),
      mostChildren: 2 + (seed % 2),
      pins: new Map([[plain.edges[7]!.child, plain.edges[7]!.parent]]),
      heads: new Map([[40, { cost: 900, hops: 1 }]]),
      taken: new Map([
        [41, 1],
        [3, 1],
      ]),
    }
    const tree = chooseTree(problem, 100)
    expect(faultsOf(problem, tree.parent)).toEqual([])
    expect(tree.reached).toBeLessThanOrEqual(tree.bound.reached)
    expect(tree.reached).toBeGreaterThan(0)
    if (tree.reached === tree.bound.reached)
      expect(tree.worst).toBeGreaterThanOrEqual(tree.bound.worst - 1e-6)
    expect(chooseTree(problem, 100)).toEqual(tree)
  }
})
