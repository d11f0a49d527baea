import { fitRegression } from '~/core/radio/calibration/regression'
import type { Sample } from '~/core/radio/calibration/regression'
import { seededRandom } from '~/core/lib/random'
import type { Random } from '~/core/lib/random'

/**
 * Walks with a planted truth: shadows hang together as M. Gudmundson has it (Electronics Letters 27, 1991), and a receiver hears nothing
 * below its threshold. The shadows are drawn here by conditioning one spot on those before it, and nothing of the program's own sums.
 */

const normal = (random: Random): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

/** Normal values of a covariance, by its Cholesky root row by row (textbook). */
function drawn(covariance: number[][], random: Random): number[] {
  const root: number[][] = []
  const values: number[] = []
  const noise: number[] = []
  covariance.forEach((row, i) => {
    root.push([])
    for (let j = 0; j <= i; j++) {
      const sum = Array.from({ length: j }, (_, k) => root[i]![k]! * root[j]![k]!).reduce((a, b) => a + b, 0)
      root[i]!.push(i === j ? Math.sqrt(Math.max(1e-12, row[i]! - sum)) : (row[j]! - sum) / root[j]![j]!)
    }
    noise.push(normal(random))
    values.push(root[i]!.reduce((sum, one, k) => sum + one * noise[k]!, 0))
  })
  return values
}

const RADIOS = [
  [4, 4],
  [30, 12],
] as const
/** Slope, brick, and how far each radio is off: the spreads that are assumed of them. */
const PRIOR = [0.3, 2, 3, 3]
const WALLS_AT = [10, 17, 24]

/** Round and round through rooms in a row, a spot every few steps. */
const path = (count: number, stepM: number): [number, number][] =>
  Array.from({ length: count }, (_, i) => {
    const along = i * stepM
    const lane = Math.floor(along / 36)
    return [lane % 2 === 0 ? along % 36 : 36 - (along % 36), 1 + 4 * lane]
  })

interface Truth {
  theta: number[]
  sigmaDb: number
  distanceM: number
  share: number
}

function walk(
  random: Random,
  truth: Truth,
  spots: [number, number][],
  thresholdDbm: number | null,
): Sample[] {
  return RADIOS.flatMap((radio, r) => {
    const covariance = spots.map(([x, y], i) =>
      spots.map(
        ([u, v], j) =>
          truth.sigmaDb ** 2 *
          (i === j ? 1 : truth.share * Math.exp(-Math.hypot(x - u, y - v) / truth.distanceM)),
      ),
    )
    const shadows = drawn(covariance, random)
    return spots.map(([x, y], i): Sample => {
      const far = Math.max(1, Math.hypot(x - radio[0], y - radio[1]))
      const walls = WALLS_AT.filter((wall) => wall > Math.min(x, radio[0]) && wall < Math.max(x, radio[0]))
      const row = [-10 * Math.log10(far), -walls.length, r === 0 ? 1 : 0, r]
      const off = row.reduce((sum, value, k) => sum + value * truth.theta[k]!, 0) + shadows[i]!
      const predicted = -40 - 30 * Math.log10(far) - 6 * walls.length
      const heard = thresholdDbm === null || predicted + off >= thresholdDbm
      return {
        x: row,
        y: heard ? off : (thresholdDbm ?? 0) - predicted,
        heard,
        place: `${x} ${y}`,
        spot: { group: `${r}`, at: [x, y] },
      }
    })
  })
}

/** Which part of the intervals of 90 % holds the truth, term by term. */
function held(
  walks: number,
  count: (random: Random) => number,
  { spread, thresholdDbm = null }: { spread: (random: Random) => number; thresholdDbm?: number | null },
): number {
  let hits = 0
  let all = 0
  for (let seed = 0; seed < walks; seed++) {
    const random = seededRandom(7000 + seed)
    const theta = PRIOR.map((sd) => sd * normal(random))
    const truth = {
      theta,
      sigmaDb: spread(random),
      distanceM: 2 + 8 * random(),
      share: 0.6 + 0.35 * random(),
    }
    const samples = walk(random, truth, path(count(random), 2 + 2 * random()), thresholdDbm)
    const fit = fitRegression(samples, {
      priorSd: PRIOR,
      robust: true,
      usualSigma: { sigmaDb: 5, samples: 6 },
    })
    fit.theta.forEach((value, k) => {
      all++
      // 1.645 standard errors to either side: nine in ten (Abramowitz and Stegun, table 26.1).
      if (Math.abs(value - theta[k]!) < 1.645 * Math.sqrt(fit.covariance[k]![k]!)) hits++
    })
  }
  return hits / all
}

const WALKS = Number(process.env.YARD_BEACON_WALKS ?? 100)
const usual = (random: Random) => 3.5 + 3 * random()

test('a walk among shadows that hang together: nine in ten intervals hold, to four points', () => {
  const part = held(WALKS, (random) => 20 + Math.floor(25 * random()), { spread: usual })
  expect(Math.abs(part - 0.9)).toBeLessThanOrEqual(0.04)
})

test('the same with a receiver that hears nothing below −80 dBm', () => {
  const part = held(WALKS, (random) => 25 + Math.floor(35 * random()), { spread: usual, thresholdDbm: -80 })
  expect(Math.abs(part - 0.9)).toBeLessThanOrEqual(0.04)
})

test('short walks of one to eight spots', () => {
  const part = held(2 * WALKS, (random) => 1 + Math.floor(8 * random()), { spread: usual })
  expect(Math.abs(part - 0.9)).toBeLessThanOrEqual(0.04)
})

test('short walks never claim less spread than their readings could show', () => {
  for (let seed = 0; seed < 40; seed++) {
    const random = seededRandom(9000 + seed)
    const truth = { theta: [0, 0, 0, 0], sigmaDb: 5, distanceM: 6, share: 0.9 }
    const fit = fitRegression(walk(random, truth, path(2, 2), null), {
      priorSd: PRIOR,
      robust: true,
      usualSigma: { sigmaDb: 5, samples: 6 },
    })
    expect(fit.sigmaDb).toBeGreaterThan(3)
  }
})
