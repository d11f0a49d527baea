/**
 * The channel solver on graphs whose chromatic number is known. Mycielski graphs: χ(M_k) = k (Mycielski 1955); queen
 * graphs n × n: χ = 5, 7, 7 for n = 5, 6, 7 (DIMACS colouring instances queen5_5, queen6_6, queen7_7), from memory.
 */
import loadHighs from 'highs'
import { assign, costOf } from '~/core/radio/channels'
import type { Clashes } from '~/core/radio/channels'
import { seededRandom } from '~/core/lib/random'
import { solveWith } from '~/core/lib/solver'

type Edges = [number, number][]
interface Graph {
  nodes: number
  edges: Edges
}

/** Each step: a shadow of every node, joined to its neighbours, and one node joined to all shadows. */
function mycielski(k: number): Graph {
  let graph: Graph = { nodes: 2, edges: [[0, 1]] }
  for (let step = 2; step < k; step++) {
    const { nodes: n, edges } = graph
    const shadows = edges.flatMap(([a, b]): Edges => [
      [a, b],
      [a, n + b],
      [b, n + a],
    ])
    const top = Array.from({ length: n }, (_, i): [number, number] => [n + i, 2 * n])
    graph = { nodes: 2 * n + 1, edges: [...shadows, ...top] }
  }
  return graph
}

function queen(n: number): Graph {
  const edges: Edges = []
  for (let a = 0; a < n * n; a++)
    for (let b = a + 1; b < n * n; b++) {
      const [dx, dy] = [(a % n) - (b % n), Math.floor(a / n) - Math.floor(b / n)]
      if (dx === 0 || dy === 0 || Math.abs(dx) === Math.abs(dy)) edges.push([a, b])
    }
  return { nodes: n * n, edges }
}

const colouring = ({ nodes, edges }: Graph, colours: number): Clashes => ({
  options: Array.from({ length: nodes }, () => colours),
  own: Array.from({ length: nodes }, () => new Array<number>(colours).fill(0)),
  edges: edges.map(([i, j]) => ({ i: Math.min(i, j), j: Math.max(i, j), weight: 1 })),
  clash: (_i, a, _j, b) => (a === b ? 1 : 0),
  name: (_i, a) => String(a),
  fixed: Array.from({ length: nodes }, () => null),
})

test('the graphs are those of the DIMACS files: nodes and edges', () => {
  expect([3, 4, 5, 6].map((k) => mycielski(k + 1)).map(({ nodes, edges }) => [nodes, edges.length])).toEqual([
    [11, 20],
    [23, 71],
    [47, 236],
    [95, 755],
  ])
  expect([5, 6, 7].map(queen).map(({ nodes, edges }) => [nodes, edges.length])).toEqual([
    [25, 160],
    [36, 290],
    [49, 476],
  ])
})

test.each([
  ['myciel3', mycielski(4), 4],
  ['myciel4', mycielski(5), 5],
  ['myciel5', mycielski(6), 6],
  ['myciel6', mycielski(7), 7],
  ['queen5_5', queen(5), 5],
  ['queen6_6', queen(6), 7],
  ['queen7_7', queen(7), 7],
])('%s is coloured without a clash', (_name, graph, chromatic) => {
  expect(assign(colouring(graph, chromatic), null)).toMatchObject({ cost: 0, proven: true })
})

test('with one colour less something clashes: myciel3 proven by the solver, queen5_5 by its rows', async () => {
  const solve = solveWith(await loadHighs())
  const mycielski3 = assign(colouring(mycielski(4), 3), solve, 60)
  expect(mycielski3).toMatchObject({ cost: 1, proven: true })
  const queens = assign(colouring(queen(5), 4), null)
  expect(queens.bound).toBeGreaterThanOrEqual(1)
  expect(queens.cost).toBeGreaterThanOrEqual(queens.bound)
})

/** Every choice there is. */
function bruteForce(problem: Clashes): number {
  const choice = problem.options.map(() => 0)
  let least = Infinity
  for (;;) {
    if (problem.fixed.every((option, i) => option === null || option === choice[i]))
      least = Math.min(least, costOf(problem, choice))
    let i = 0
    while (i < choice.length) {
      const next = (choice[i] ?? 0) + 1
      choice[i] = next
      if (next < (problem.options[i] ?? 0)) break
      choice[i++] = 0
    }
    if (i === choice.length) return least
  }
}

test('equals brute force on 40 random small problems with weights, prices, partial clashes and a fixed node', async () => {
  const solve = solveWith(await loadHighs())
  for (let seed = 1; seed <= 40; seed++) {
    const next = seededRandom(seed)
    const nodes = 4 + Math.floor(next() * 4)
    const table = Array.from({ length: 4 }, () =>
      Array.from({ length: 4 }, () => (next() < 0.5 ? 0 : next())),
    )
    for (let a = 0; a < 4; a++) for (let b = 0; b < a; b++) table[a]![b] = table[b]![a]!
    const problem: Clashes = {
      options: Array.from({ length: nodes }, () => 4),
      own: Array.from({ length: nodes }, () => Array.from({ length: 4 }, () => next() * 0.2)),
      edges: Array.from({ length: nodes }, (_, i) =>
        Array.from({ length: nodes - i - 1 }, (_, k) => ({ i, j: i + k + 1, weight: next() })).filter(
          () => next() < 0.7,
        ),
      ).flat(),
      clash: (_i, a, _j, b) => (a === b ? 1 : table[a]![b]!),
      name: (_i, a) => String(a),
      fixed: Array.from({ length: nodes }, (_, i) => (i === 1 ? 2 : null)),
    }
    const found = assign(problem, solve, 20, seed)
    expect(found.cost).toBeCloseTo(bruteForce(problem), 6)
    expect(found.proven).toBe(true)
    expect(found.choice[1]).toBe(2)
  }
})
