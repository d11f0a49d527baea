import loadHighs from 'highs'
import { seededRandom } from '../../lib/random'
import { solveWith } from '../../lib/solver'
import type { Solve } from '../../lib/solver'
import { fairShares } from './fair'
import type { Demand, Resource } from './fair'

let solve: Solve
beforeAll(async () => {
  solve = solveWith(await loadHighs())
})
const on = (...takes: [resource: number, perMbps: number][]): Demand['takes'] =>
  takes.map(([resource, perMbps]) => ({ resource, perMbps }))
const demand = (name: string, takes: Demand['takes'], mostMbps = 1000): Demand => ({ name, takes, mostMbps })
const rates = (demands: Demand[], resources: Resource[]) =>
  fairShares(demands, resources, solve).map(({ mbps }) => Math.round(mbps * 1e4) / 1e4)

/** Bertsekas and Gallager, Data Networks, example of 6.5.2, from memory: five sessions over links of capacity 1. */
test('a network solved by hand', () => {
  const resources = [
    { name: '1-2', capacity: 1 },
    { name: '2-3', capacity: 1 },
    { name: '3-5', capacity: 1 },
  ]
  const demands = [
    demand('across all', on([0, 1], [1, 1], [2, 1])),
    demand('first', on([0, 1])),
    demand('second a', on([1, 1])),
    demand('second b', on([1, 1])),
    demand('third', on([2, 1])),
  ]
  expect(rates(demands, resources)).toEqual([0.3333, 0.6667, 0.3333, 0.3333, 0.6667])
  expect(fairShares(demands, resources, solve)[1]?.heldBackBy).toBe(0)
})

test('two hops over one air carry half of one, and it comes out', () => {
  const air = [{ name: 'air', capacity: 1 }]
  const hop = 1 / 100
  expect(rates([demand('one hop', on([0, hop]))], air)).toEqual([100])
  expect(rates([demand('two hops', on([0, hop], [0, hop]))], air)).toEqual([50])
  // Near and far node together: x + 2x = 100.
  expect(rates([demand('near', on([0, hop])), demand('far', on([0, 2 * hop]))], air)).toEqual([
    33.3333, 33.3333,
  ])
})

test('who wants little leaves the rest, who is cut off has nothing', () => {
  const cable = [{ name: 'cable', capacity: 90 }]
  expect(
    rates([demand('a', on([0, 1]), 10), demand('b', on([0, 1])), demand('c', on([0, 1]))], cable),
  ).toEqual([10, 40, 40])
  expect(rates([demand('a', on([0, Infinity])), demand('b', on([0, 1]))], cable)).toEqual([0, 90])
})

/** The same by filling all glasses at one speed, step by small step exact: an independent way to the same point. */
function filled(demands: Demand[], resources: Resource[]): number[] {
  const rate = demands.map(() => 0)
  const grows = demands.map(() => true)
  while (grows.some(Boolean)) {
    let step = Math.min(...demands.flatMap(({ mostMbps }, i) => (grows[i] ? [mostMbps - rate[i]!] : [])))
    const left = resources.map(
      ({ capacity }, r) => capacity - demands.reduce((sum, { takes }, i) => sum + rate[i]! * of(takes, r), 0),
    )
    const speed = resources.map((_, r) =>
      demands.reduce((sum, { takes }, i) => sum + (grows[i] ? of(takes, r) : 0), 0),
    )
    speed.forEach((s, r) => {
      if (s > 0) step = Math.min(step, left[r]! / s)
    })
    demands.forEach((_, i) => {
      if (grows[i]) rate[i]! += step
    })
    demands.forEach(({ takes, mostMbps }, i) => {
      const isFull = resources.some((_, r) => of(takes, r) > 0 && left[r]! - step * speed[r]! < 1e-9)
      if (isFull || rate[i]! >= mostMbps - 1e-9) grows[i] = false
    })
  }
  return rate
}
const of = (takes: Demand['takes'], r: number) =>
  takes.filter(({ resource }) => resource === r).reduce((sum, { perMbps }) => sum + perMbps, 0)

test('equal to filling by steps on 40 random networks', () => {
  const random = seededRandom(7)
  for (let round = 0; round < 40; round++) {
    const resources = Array.from({ length: 1 + Math.floor(random() * 5) }, (_, i) => ({
      name: `r${i}`,
      capacity: 1 + random() * 99,
    }))
    const demands = Array.from({ length: 1 + Math.floor(random() * 7) }, (_, i) =>
      demand(
        `d${i}`,
        on(
          ...resources.flatMap((_, r): [number, number][] =>
            r === 0 || random() < 0.4 ? [[r, 0.1 + random()]] : [],
          ),
        ),
        1 + random() * 60,
      ),
    )
    const ours = fairShares(demands, resources, solve)
    filled(demands, resources).forEach((mbps, i) => expect(ours[i]?.mbps).toBeCloseTo(mbps, 4))
  }
})
