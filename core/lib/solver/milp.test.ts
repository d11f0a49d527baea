import loadHighs from 'highs'
import { agreed, solveWith } from './milp'
import type { Milp, Solved } from './milp'

const load = async () => solveWith(await loadHighs())

/** Two of three things, each with a price: by hand. */
const KNAPSACK: Milp = {
  columns: [5, 4, 3].map((worth) => ({ cost: -worth, lower: 0, upper: 1, whole: true })),
  rows: [
    {
      lower: -Infinity,
      upper: 5,
      terms: [
        [0, 2],
        [1, 3],
        [2, 1],
      ],
    },
  ],
}

test('a small programme, proven', async () => {
  const solved = (await load())(KNAPSACK, 5)
  expect(solved).toMatchObject({ status: 'proven', objective: -9, bound: -9 })
  expect(solved.values.map(Math.round)).toEqual([1, 1, 0])
})

test('what cannot be is said', async () => {
  const solved = (await load())({ ...KNAPSACK, rows: [{ lower: 4, upper: 4, terms: [[0, 1]] }] }, 5)
  expect(solved.status).toBe('impossible')
})

test('without whole numbers it is a linear programme', async () => {
  const free = { ...KNAPSACK, columns: KNAPSACK.columns.map((column) => ({ ...column, whole: false })) }
  expect((await load())(free, 5).objective).toBeCloseTo(-(5 + 3 + 4 * (2 / 3)), 6)
})

describe('a proof is checked by a second run', () => {
  const solved = (objective: number, part: Partial<Solved> = {}): Solved => ({
    status: 'proven',
    values: [1],
    objective,
    bound: objective,
    ...part,
  })

  test('a better one found the second time wins, and is what is proven', () => {
    expect(agreed(solved(10), solved(8))).toMatchObject({ status: 'proven', objective: 8, bound: 8 })
  })
  test('without an end to the second run its bound is what is known', () => {
    const second = solved(12, { status: 'found', bound: 7 })
    expect(agreed(solved(10), second)).toMatchObject({ status: 'found', objective: 10, bound: 7 })
    const nothing = solved(Infinity, { status: 'none', values: [], bound: 9 })
    expect(agreed(solved(10), nothing)).toMatchObject({ status: 'found', objective: 10, bound: 9 })
  })
  test('a bound within rounding is a proof', () => {
    const second = solved(10, { status: 'found', bound: 10 - 1e-7 })
    expect(agreed(solved(10), second)).toMatchObject({ status: 'proven', bound: 10 })
  })
  test('two that contradict each other prove nothing', () => {
    const none = solved(Infinity, { status: 'impossible', values: [] })
    expect(agreed(solved(10), none).status).toBe('found')
    expect(agreed(none, solved(10))).toMatchObject({ status: 'proven', objective: 10 })
    expect(agreed(none, none).status).toBe('impossible')
  })
})
