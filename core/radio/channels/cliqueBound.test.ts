import loadHighs from 'highs'
import { radioField } from '~/benchmarks/fields'
import { seededRandom } from '~/core/lib/random'
import { solveWith } from '~/core/lib/solver'
import type { Solve } from '~/core/lib/solver'
import { assign, costOf } from './assign'
import type { Clashes } from './clashes'
import { cliqueBound } from './cliqueBound'

let solve: Solve
beforeAll(async () => {
  solve = solveWith(await loadHighs())
})

/** Nodes at random, so many of the pairs hear each other; some are fixed, some options cost by themselves. */
function anyClashes(seed: number, count: number, channels: number, share: number): Clashes {
  const next = seededRandom(seed)
  const edges: Clashes['edges'] = []
  for (let i = 0; i < count; i++)
    for (let j = i + 1; j < count; j++) if (next() < share) edges.push({ i, j, weight: next() * 10 })
  return {
    options: Array.from({ length: count }, () => channels),
    own: Array.from({ length: count }, () =>
      Array.from({ length: channels }, () => (next() < 0.3 ? next() : 0)),
    ),
    edges,
    // Neighbouring channels overlap by half.
    clash: (_i, a, _j, b) => (a === b ? 1 : seed % 2 === 0 && Math.abs(a - b) === 1 ? 0.5 : 0),
    name: (_i, a) => String(a),
    fixed: Array.from({ length: count }, () => (next() < 0.15 ? Math.floor(next() * channels) : null)),
  }
}

function leastByTryingAll(problem: Clashes): number {
  let least = Infinity
  const choice: number[] = []
  const walk = (i: number): void => {
    if (i === problem.options.length) {
      least = Math.min(least, costOf(problem, choice))
      return
    }
    for (let a = 0; a < problem.options[i]!; a++) {
      if (problem.fixed[i] !== null && problem.fixed[i] !== a) continue
      choice[i] = a
      walk(i + 1)
    }
  }
  walk(0)
  return least
}

test('never over the least of all choices, with and without the solver', () => {
  for (let seed = 1; seed <= 20; seed++) {
    const problem = anyClashes(seed, 8, 2 + (seed % 2), 0.5 + (seed % 5) / 10)
    const least = leastByTryingAll(problem)
    const plain = cliqueBound(problem, null, 1)
    const better = cliqueBound(problem, solve, 5)
    expect(plain).toBeLessThanOrEqual(least + 1e-9)
    expect(better).toBeLessThanOrEqual(least + 1e-9)
    expect(better).toBeGreaterThanOrEqual(plain - 1e-5)
    const found = assign(problem, solve, 5)
    expect(found.cost).toBeCloseTo(least, 5)
    expect(found.proven).toBe(true)
  }
})

test.each([
  // By hand: so many nodes of one group over so many channels, every pair of weight 1.
  [4, 3, 1],
  [5, 3, 2],
  [6, 3, 3],
  [7, 3, 5],
  [9, 3, 9],
  [13, 4, 15],
  [3, 3, 0],
])('a group of %s on %s channels: %s pairs must clash', (size, channels, pairs) => {
  const group: Clashes = {
    ...anyClashes(1, size, channels, 1),
    own: Array.from({ length: size }, () => new Array<number>(channels).fill(0)),
    fixed: Array.from({ length: size }, () => null),
  }
  const even = { ...group, edges: group.edges.map((edge) => ({ ...edge, weight: 1 })) }
  expect(cliqueBound(even, solve, 5)).toBeCloseTo(pairs, 4)
  expect(assign(even, solve, 5).cost).toBeCloseTo(pairs, 9)
})

test('a large field: what is found is within a fifth of what is proven, and progress goes on', () => {
  const problem = radioField(150, 3)
  const shares: number[] = []
  const { cost, bound } = assign(problem, solve, 10, 1, (share) => void shares.push(share))
  expect(cost).toBeLessThanOrEqual(1.2 * bound)
  expect(bound).toBeGreaterThan(1.5 * cliqueBound(problem, null, 1))
  expect(shares).toEqual([...shares].sort((a, b) => a - b))
  expect(shares.length).toBeGreaterThan(4)
})

test('a solver that fails leaves the bound of groups', () => {
  const problem = anyClashes(3, 30, 3, 0.6)
  const none: Solve = () => ({ status: 'none', values: [], objective: Infinity, bound: -Infinity })
  expect(cliqueBound(problem, none, 1)).toBe(cliqueBound(problem, null, 1))
})
