import MLR from 'ml-regression-multivariate-linear'
import { seededRandom } from '../../lib/random'
import type { Random } from '../../lib/random'
import { below, density, hazardBelow } from './normal'
import { fitRegression } from './regression'
import type { Sample } from './regression'

/** Two draws of the standard normal from two even ones. Source: G. E. P. Box and M. E. Muller (1958). */
const normal = (random: Random): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

const PRIOR = [0.3, 2, 3, 3]

/** A walk past one kind of wall with two radios: slope, wall, and how far each radio is off. */
function walk(random: Random, theta: readonly number[], count: number, sigmaDb: number): Sample[] {
  return Array.from({ length: count }, (_one, i) => {
    const radio = i % 2
    const x = [-10 * Math.log10(2 + 40 * random()), -Math.floor(random() * 3), radio === 0 ? 1 : 0, radio]
    const y = x.reduce((sum, value, k) => sum + value * theta[k]!, 0) + sigmaDb * normal(random)
    return { x, y, heard: true, place: `${i}` }
  })
}

test('the normal distribution at table values (Abramowitz and Stegun, table 26.1)', () => {
  for (const [z, p] of [
    [0, 0.5],
    [1, 0.8413447],
    [1.96, 0.9750021],
    [-2.5, 0.0062097],
    [3, 0.9986501],
  ] as const)
    expect(Math.abs(below(z) - p)).toBeLessThan(3e-7)
  expect(density(0)).toBeCloseTo(0.3989423, 7)
  // Far out the ratio goes on without a step.
  expect(hazardBelow(-7.001) - hazardBelow(-6.999)).toBeCloseTo(0.002, 2)
})

test('without robustness and priors it is ordinary least squares, as another library has it', () => {
  const random = seededRandom(3)
  const samples = walk(random, [0.4, 3, -2, 1], 80, 4).map((one) => ({ ...one, x: one.x.slice(0, 3) }))
  const other = new MLR(
    samples.map(({ x }) => x),
    samples.map(({ y }) => [y]),
    { intercept: false },
  )
  const { theta } = fitRegression(samples, { priorSd: null, robust: false })
  theta.forEach((value, i) => expect(value).toBeCloseTo(other.weights[i]![0]!, 6))
})

test('500 walks: nine in ten of its intervals hold what was planted, to three points', () => {
  const held = PRIOR.map(() => 0)
  for (let seed = 0; seed < 500; seed++) {
    const random = seededRandom(1000 + seed)
    const planted = PRIOR.map((sd) => sd * normal(random))
    const { theta, covariance } = fitRegression(walk(random, planted, 60, 5), {
      priorSd: PRIOR,
      robust: true,
    })
    // 1.645 standard errors to either side: nine in ten.
    theta.forEach((value, i) => {
      if (Math.abs(value - planted[i]!) < 1.645 * Math.sqrt(covariance[i]![i]!)) held[i]!++
    })
  }
  for (const count of held) expect(Math.abs(count / 500 - 0.9)).toBeLessThanOrEqual(0.03)
})

test('a few samples from the wrong place hardly move it, and are seen as odd', () => {
  const random = seededRandom(9)
  const samples = walk(random, [0.2, 2, 1, -1], 60, 3)
  const spoilt = samples.map((one, i) => (i < 4 ? { ...one, y: one.y + 35 } : one))
  const clean = fitRegression(samples, { priorSd: PRIOR, robust: true })
  const robust = fitRegression(spoilt, { priorSd: PRIOR, robust: true })
  const plain = fitRegression(spoilt, { priorSd: PRIOR, robust: false })
  const off = (fit: typeof clean) =>
    Math.max(...fit.theta.map((value, i) => Math.abs(value - clean.theta[i]!)))
  expect(off(robust)).toBeLessThan(off(plain) / 2)
  expect(robust.weights.slice(0, 4).every((weight) => weight < 0.3)).toBe(true)
})

test('what was not heard counts: left out, the radio would look stronger than it is', () => {
  const random = seededRandom(21)
  const threshold = -2
  const all = Array.from({ length: 400 }, (_one, i): Sample => {
    const y = -4 + 3 * normal(random)
    return { x: [1], y: Math.max(y, threshold), heard: y > threshold, place: `${i}` }
  })
  const whole = fitRegression(all, { priorSd: [10], robust: false })
  const only = fitRegression(
    all.filter(({ heard }) => heard),
    { priorSd: [10], robust: false },
  )
  expect(only.theta[0]!).toBeGreaterThan(-1.5)
  expect(Math.abs(whole.theta[0]! + 4)).toBeLessThan(1.2)
})

test('a place left out is what a fit without it gives', () => {
  const random = seededRandom(5)
  const samples = walk(random, [0.3, 1, 0, 2], 24, 4).map((one, i) => ({
    ...one,
    place: `${Math.floor(i / 3)}`,
  }))
  // Ordinary ridge with sigma as it was: refitted by hand without one place.
  const fit = fitRegression(samples, { priorSd: PRIOR, robust: false })
  const rest = samples.filter(({ place }) => place !== '2')
  const again = fitRegression(rest, { priorSd: PRIOR.map((sd) => sd), robust: false })
  samples.forEach(({ x, y, place }, i) => {
    if (place !== '2') return
    const refitted = y - x.reduce((sum, value, k) => sum + value * again.theta[k]!, 0)
    // The refit has another sigma, by which the priors weigh a little otherwise.
    expect(Math.abs(fit.leftOut[i]! - refitted)).toBeLessThan(0.35)
    expect(Math.abs(fit.leftOut[i]!)).toBeGreaterThan(0)
  })
})

test('one sample is none, and terms that nothing tells apart are an error without priors', () => {
  expect(() => fitRegression([], { priorSd: null, robust: true })).toThrow(/two samples/)
  const same = Array.from({ length: 6 }, (_one, i) => ({ x: [1, 1], y: i, heard: true, place: `${i}` }))
  const fit = fitRegression(same, { priorSd: [2, 2], robust: false })
  expect(fit.theta[0]).toBeCloseTo(fit.theta[1]!, 6)
})
