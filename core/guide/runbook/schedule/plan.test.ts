import { seededRandom } from '../../../lib/random'
import { scheduled } from './plan'
import type { Job, Travel } from './plan'

const job = (id: number, workMin: number, part: Partial<Job> = {}): Job => ({
  id,
  workMin,
  waitMin: 0,
  placeId: 'a',
  people: 1,
  after: [],
  ...part,
})
const near: Travel = () => 0
const far: Travel = (from, to) => (from === to ? 0 : 5)

test('a wait is used for something else', () => {
  const jobs = [job(0, 2, { waitMin: 10 }), job(1, 6), job(2, 1, { after: [0] })]
  expect(scheduled(jobs, 1, 'a', near)).toMatchObject({ finishMin: 13, isBest: true })
})

test('two people share the work; a ladder takes both; walking takes its time', () => {
  expect(scheduled([job(0, 6), job(1, 6)], 2, 'a', near).finishMin).toBe(6)
  const ladder = [job(0, 4), job(1, 3, { people: 2 }), job(2, 4)]
  expect(scheduled(ladder, 2, 'a', near).finishMin).toBe(7)
  expect(scheduled([job(0, 1, { placeId: 'b' }), job(1, 1)], 1, 'a', far).finishMin).toBe(7)
  // One alone does it, too, where there is nobody else; the caution is the step's.
  expect(scheduled(ladder, 1, 'a', near).finishMin).toBe(11)
})

test('jobs that wait in a circle are an error, none takes no time', () => {
  expect(scheduled([], 1, 'a', near)).toMatchObject({ shifts: [], finishMin: 0 })
  const circle = Array.from({ length: 8 }, (_, i) => job(i, 1, { after: [(i + 1) % 8] }))
  expect(() => scheduled(circle, 1, 'a', near)).toThrow()
})

/** All orders of all jobs with every sharing out, each played through; written for this test alone. */
function leastOfAll(jobs: Job[], people: number, travel: Travel): number {
  let least = Infinity
  const play = (order: Job[]): void => {
    const options = order.map(({ people: needs }) => {
      const pairs: number[][] = []
      for (let mask = 1; mask < 1 << people; mask++) {
        const who = Array.from({ length: people }, (_none, i) => i).filter((i) => mask & (1 << i))
        if (who.length === Math.min(needs, people)) pairs.push(who)
      }
      return pairs
    })
    const choose = (chosen: number[][]): void => {
      const next = options[chosen.length]
      if (next) {
        for (const who of next) choose([...chosen, who])
        return
      }
      const free = Array.from({ length: people }, () => ({ at: 0, place: 'a' }))
      const through = new Map<number, number>()
      for (const [i, one] of order.entries()) {
        if (!one.after.every((id) => through.has(id))) return
        const start = Math.max(
          0,
          ...one.after.map((id) => through.get(id)!),
          ...chosen[i]!.map((p) => free[p]!.at + travel(free[p]!.place, one.placeId)),
        )
        for (const p of chosen[i]!) free[p] = { at: start + one.workMin, place: one.placeId }
        through.set(one.id, start + one.workMin + one.waitMin)
      }
      least = Math.min(least, Math.max(...through.values()))
    }
    choose([])
  }
  const permute = (rest: Job[], order: Job[]): void => {
    if (rest.length === 0) play(order)
    for (const one of rest)
      permute(
        rest.filter((other) => other !== one),
        [...order, one],
      )
  }
  permute(jobs, [])
  return least
}

test('equal to every order and every sharing out, for up to seven jobs and two people', () => {
  const random = seededRandom(3)
  const pick = (most: number) => Math.floor(random() * most)
  for (let round = 0; round < 64; round++) {
    const jobs = Array.from({ length: round < 60 ? 2 + pick(4) : 7 }, (_none, id) =>
      job(id, 1 + pick(6), {
        waitMin: random() < 0.4 ? pick(10) : 0,
        placeId: 'abc'[pick(3)]!,
        people: random() < 0.25 ? 2 : 1,
        after: Array.from({ length: id }, (_no, i) => i).filter(() => random() < 0.25),
      }),
    )
    const people = random() < 0.5 ? 1 : 2
    const found = scheduled(jobs, people, 'a', far)
    expect({ round, finish: found.finishMin }).toEqual({ round, finish: leastOfAll(jobs, people, far) })
    expect(found.boundMin).toBeLessThanOrEqual(found.finishMin + 1e-9)
  }
})

test('many jobs: within twice the bound', () => {
  const random = seededRandom(9)
  const jobs = Array.from({ length: 40 }, (_none, id) =>
    job(id, 1 + Math.floor(random() * 9), { after: id > 4 && random() < 0.5 ? [id - 3] : [] }),
  )
  const { finishMin, boundMin } = scheduled(jobs, 3, 'a', near)
  expect(finishMin).toBeLessThan(2 * boundMin)
})
