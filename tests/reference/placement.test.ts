/** Placement against every choice there is, on random small problems. */
import loadHighs from 'highs'
import { best, fewest, sharesOf } from '~/core/radio/placement'
import type { PlacementProblem } from '~/core/radio/placement'
import { seededRandom } from '~/core/lib/random'
import { solveWith } from '~/core/lib/solver'

function randomProblem(seed: number): PlacementProblem {
  const next = seededRandom(seed)
  const spots = 7
  return {
    spots: Array.from({ length: spots }, (_, i) => ({
      locked: i === 0 && next() < 0.5,
      feed: Math.floor(next() * 3) - 1,
      price: next() * 0.1,
    })),
    sockets: [1 + Math.floor(next() * 3), 1 + Math.floor(next() * 3)],
    areas: [
      { clients: Math.floor(next() * 30), leastShare: 0.6 + next() * 0.3 },
      { clients: Math.floor(next() * 30), leastShare: 0.5 },
    ],
    points: Array.from({ length: 40 }, () => ({
      area: next() < 0.5 ? 0 : 1,
      weight: 4,
      by: Array.from({ length: spots }, (_, i) => i).filter(() => next() < 0.3),
    })),
    clientsEach: 25,
  }
}

/** Clients can be shared out so that no access point has too many: by trying all, with two areas a simple count. */
function clientsFit(problem: PlacementProblem, chosen: number[]): boolean {
  const reach = (area: number) =>
    chosen.filter((i) => problem.points.some((point) => point.area === area && point.by.includes(i)))
  const [a, b] = [reach(0), reach(1)]
  const both = new Set([...a, ...b])
  const need = problem.areas.map(({ clients }) => clients)
  const each = problem.clientsEach
  // Hall's condition for two areas; an area that no spot reaches at all is not counted, as in the programme.
  const any = (area: number) => problem.points.some((point) => point.area === area && point.by.length > 0)
  return (
    (!any(0) || need[0]! <= a.length * each) &&
    (!any(1) || need[1]! <= b.length * each) &&
    (!any(0) || !any(1) || need[0]! + need[1]! <= both.size * each)
  )
}

function allowed(problem: PlacementProblem, chosen: number[]): boolean {
  if (problem.spots.some(({ locked }, i) => locked && !chosen.includes(i))) return false
  return problem.sockets.every(
    (free, feed) =>
      chosen.filter((i) => problem.spots[i]!.feed === feed && !problem.spots[i]!.locked).length <= free,
  )
}

const subsets = (count: number): number[][] =>
  Array.from({ length: 2 ** count }, (_, bits) =>
    Array.from({ length: count }, (_n, i) => i).filter((i) => bits & (1 << i)),
  )

const price = (problem: PlacementProblem, chosen: number[]) =>
  chosen.reduce((sum, i) => sum + problem.spots[i]!.price, 0)

test('fewest equals brute force on 60 random problems, or both say that it cannot be', async () => {
  const solve = solveWith(await loadHighs())
  let possible = 0
  for (let seed = 1; seed <= 60; seed++) {
    const problem = randomProblem(seed)
    const least = Math.min(
      ...subsets(7)
        .filter(
          (chosen) =>
            allowed(problem, chosen) &&
            clientsFit(problem, chosen) &&
            sharesOf(problem, chosen).every((share, area) => share >= problem.areas[area]!.leastShare - 1e-9),
        )
        .map((chosen) => chosen.length + price(problem, chosen)),
    )
    const found = fewest(problem, solve, 20)
    if (least === Infinity) expect(found.status).toBe('impossible')
    else {
      possible++
      expect(found).toMatchObject({ status: 'proven' })
      expect(found.objective).toBeCloseTo(least, 6)
    }
  }
  expect(possible).toBeGreaterThan(10)
})

test('best with n that keeps what an area has equals brute force on 40 random problems', async () => {
  const solve = solveWith(await loadHighs())
  for (let seed = 200; seed < 240; seed++) {
    const bare = randomProblem(seed)
    const now = sharesOf(bare, [0, 1, 2])
    const problem = { ...bare, areas: bare.areas.map((area, i) => ({ ...area, keptShare: now[i] })) }
    const uncovered = (chosen: number[]) =>
      problem.points.filter(({ by }) => !by.some((i) => chosen.includes(i))).length * 4 +
      price(problem, chosen)
    const least = Math.min(
      ...subsets(7)
        .filter((chosen) => chosen.length <= 3 && allowed(problem, chosen))
        .filter((chosen) => sharesOf(problem, chosen).every((share, i) => share >= now[i]! - 1e-9))
        .map(uncovered),
    )
    const found = best(problem, 3, solve, 20)
    if (least === Infinity) expect(found.status).toBe('impossible')
    else expect(found.objective).toBeCloseTo(least, 6)
  }
})

test('best with n equals brute force on 40 random problems', async () => {
  const solve = solveWith(await loadHighs())
  for (let seed = 100; seed < 140; seed++) {
    const problem = randomProblem(seed)
    const uncovered = (chosen: number[]) =>
      problem.points.filter(({ by }) => !by.some((i) => chosen.includes(i))).length * 4 +
      price(problem, chosen)
    const least = Math.min(
      ...subsets(7)
        .filter((chosen) => chosen.length <= 3 && allowed(problem, chosen))
        .map(uncovered),
    )
    expect(best(problem, 3, solve, 20).objective).toBeCloseTo(least, 6)
  }
})
