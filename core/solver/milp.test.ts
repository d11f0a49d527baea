import loadHighs from 'highs'
import { solveWith } from './milp'
import type { Milp } from './milp'

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
