import { inverse, Matrix } from 'ml-matrix'
import { below, density, hazardBelow } from './normal'

/** One sample: how far it lies off the prediction, dB, and what of it each term explains. */
export interface Sample {
  /** One number for each term. */
  x: number[]
  /** Measured less predicted, dB; for one that was not heard, the receiver's threshold less the prediction. */
  y: number
  heard: boolean
  /** Samples of one spot are left out together. */
  place: string
}

export interface Options {
  /** Assumed spread of each term about zero, dB or its own unit; null: nothing is assumed. */
  priorSd: readonly number[] | null
  /** Samples far off count less. */
  robust: boolean
}

export interface Fit {
  theta: number[]
  /** Rows and columns by term. */
  covariance: number[][]
  /** Spread of a single sample about the fit, dB. */
  sigmaDb: number
  /** From 0 to 1: how much each sample counts. */
  weights: number[]
  /** Each heard sample against a fit that its place had no part in; null: it was not heard. */
  leftOut: (number | null)[]
}

/** Where a residual begins to count less, in sigmas. */
const HUBER = 1.345
/** Median absolute deviation of a normal distribution, to its sigma. */
const MAD = 1.4826

/** Sigma of values about zero by their median, whatever a few of them are. Source: P. J. Huber, Robust Statistics (1981). */
export const sigmaByMedian = (values: readonly number[]): number => MAD * median(values.map(Math.abs))
const MOST_ROUNDS = 200
const SETTLED = 1e-6

/**
 * Ridge regression with each term's own prior, robust, and with samples that were not heard. θ = Σ XᵀW y / σ² with Σ = (XᵀW X / σ² + T⁻¹)⁻¹;
 * weights after Huber, sigma from the median absolute deviation to begin with and by his proposal 2 then; an unheard sample counts by the likelihood of
 * lying below the threshold. Sources: A. E. Hoerl and R. W. Kennard, Ridge regression, Technometrics 12 (1970); P. J. Huber, Robust estimation of a
 * location parameter, Ann. Math. Stat. 35 (1964); J. Tobin, Estimation of relationships for limited dependent variables, Econometrica 26
 * (1958). Throws where there are fewer than two samples, or where terms cannot be told apart and nothing is assumed of them.
 */
export function fitRegression(samples: readonly Sample[], { priorSd, robust }: Options): Fit {
  if (samples.length < 2) throw new RangeError('at least two samples are needed')
  const x = sparse(samples)
  const inversePrior = Matrix.diag(
    priorSd?.map((sd) => 1 / sd ** 2) ?? Array.from({ length: x.columns }, () => 0),
  )
  let theta = Array.from({ length: x.columns }, () => 0)
  let sigmaDb = firstSigma(samples, robust)
  let state = step(x, samples, theta, sigmaDb, inversePrior, robust)
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const moved = Math.max(...state.theta.map((value, i) => Math.abs(value - (theta[i] ?? 0))))
    const before = sigmaDb
    theta = state.theta
    sigmaDb = sigmaOf(samples, state, before, inversePrior, robust)
    if (moved < SETTLED && Math.abs(sigmaDb - before) < SETTLED) break
    state = step(x, samples, theta, sigmaDb, inversePrior, robust)
  }
  const { covariance, weights, filled } = state
  return {
    theta,
    covariance: covariance.to2DArray(),
    sigmaDb,
    weights,
    leftOut: leaveOut(x, samples, state, sigmaDb, filled),
  }
}

interface State {
  theta: number[]
  covariance: Matrix
  weights: number[]
  /** What each sample is taken to be: measured, or filled in. */
  filled: number[]
}

/** A sample has few terms of many: only those are looked at. */
interface Sparse {
  columns: number
  rows: { at: number; value: number }[][]
}

const sparse = (samples: readonly Sample[]): Sparse => ({
  columns: samples[0]?.x.length ?? 0,
  rows: samples.map(({ x }) => x.flatMap((value, at) => (value === 0 ? [] : [{ at, value }]))),
})

const times = (row: Sparse['rows'][number], theta: readonly number[]): number =>
  row.reduce((sum, { at, value }) => sum + value * (theta[at] ?? 0), 0)

/** XᵀWX, as the upper part gives it. */
function squared({ columns, rows }: Sparse, weights: readonly number[]): Matrix {
  const sum = Matrix.zeros(columns, columns)
  rows.forEach((row, k) => {
    const weight = weights[k] ?? 0
    for (const { at: i, value: a } of row)
      for (const { at: j, value: b } of row) sum.set(i, j, sum.get(i, j) + weight * a * b)
  })
  return sum
}

/** XᵀWy. */
function against({ columns, rows }: Sparse, weights: readonly number[], y: readonly number[]): Matrix {
  const sum = Array.from({ length: columns }, () => 0)
  rows.forEach((row, k) => {
    for (const { at, value } of row) sum[at] = (sum[at] ?? 0) + value * (weights[k] ?? 0) * (y[k] ?? 0)
  })
  return Matrix.columnVector(sum)
}

function step(
  x: Sparse,
  samples: readonly Sample[],
  theta: readonly number[],
  sigmaDb: number,
  inversePrior: Matrix,
  robust: boolean,
): State {
  const fitted = x.rows.map((row) => times(row, theta))
  const { filled, weights } = working(samples, fitted, sigmaDb, robust)
  const scaled = weights.map((weight) => weight / sigmaDb ** 2)
  const covariance = inverse(squared(x, scaled).add(inversePrior))
  const next = covariance.mmul(against(x, scaled, filled)).to1DArray()
  return { theta: next, covariance, weights, filled }
}

/**
 * What each sample is taken for in one step, and how much it counts. One that was not heard counts by the curvature of its likelihood, h(h + z)
 * with h = φ/Φ: nothing where it would not be heard anyway, as much as a measured one far above the threshold; and stands where its slope
 * leads (Newton's step).
 */
function working(
  samples: readonly Sample[],
  fitted: readonly number[],
  sigmaDb: number,
  robust: boolean,
): Pick<State, 'filled' | 'weights'> {
  const each = samples.map(({ y, heard }, i) => {
    const mean = fitted[i] ?? 0
    const z = (y - mean) / sigmaDb
    if (heard) return { filled: y, weight: robust && Math.abs(z) > HUBER ? HUBER / Math.abs(z) : 1 }
    const h = hazardBelow(z)
    return { filled: mean - sigmaDb / (h + z), weight: h * (h + z) }
  })
  return { filled: each.map(({ filled }) => filled), weights: each.map(({ weight }) => weight) }
}

/**
 * Spread of the samples about the fit, set right for the terms that were fitted to them. Far ones are cut at Huber's bound, and what that takes
 * away of a normal distribution is put back (his proposal 2); one that was not heard counts with its conditional second moment.
 */
function sigmaOf(
  samples: readonly Sample[],
  { theta, covariance }: State,
  before: number,
  inversePrior: Matrix,
  robust: boolean,
): number {
  // Terms that the samples decide, as the trace of the hat matrix has them: all of them, less what the priors hold.
  const fitted = theta.reduce((sum, _value, i) => sum + 1 - covariance.get(i, i) * inversePrior.get(i, i), 0)
  const squares = samples.reduce((sum, { x, y, heard }) => {
    const off = y - dot(x, theta)
    if (!heard) return sum + before ** 2 * (1 - (off / before) * hazardBelow(off / before))
    return sum + (robust ? Math.min(off * off, (HUBER * before) ** 2) / CUT_SHARE : off * off)
  }, 0)
  return Math.max(LEAST_SIGMA_DB, Math.sqrt(squares / Math.max(1, samples.length - fitted)))
}

/** Mean square of the standard normal cut at Huber's bound. */
const CUT_SHARE = 2 * below(HUBER) - 1 - 2 * HUBER * density(HUBER) + 2 * HUBER ** 2 * (1 - below(HUBER))

/** To begin with: of the heard samples about zero. */
function firstSigma(samples: readonly Sample[], robust: boolean): number {
  const values = samples.flatMap(({ y, heard }) => (heard ? [y] : []))
  const plain = Math.sqrt(values.reduce((sum, one) => sum + one * one, 0) / Math.max(1, values.length))
  return Math.max(LEAST_SIGMA_DB, robust ? sigmaByMedian(values) : plain)
}

/** No receiver tells levels finer than this. Common practice, no source. */
const LEAST_SIGMA_DB = 0.5

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = sorted.length / 2
  return ((sorted[Math.ceil(middle) - 1] ?? 0) + (sorted[Math.floor(middle)] ?? 0)) / 2
}

const dot = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((sum, value, i) => sum + value * (b[i] ?? 0), 0)

/** Residuals with a whole place left out, in closed form: (I − H of the place)⁻¹ e. */
function leaveOut(
  x: Sparse,
  samples: readonly Sample[],
  { theta, covariance, weights }: State,
  sigmaDb: number,
  filled: readonly number[],
): (number | null)[] {
  const residuals = x.rows.map((row, i) => (filled[i] ?? 0) - times(row, theta))
  const places = new Map<string, number[]>()
  samples.forEach(({ place }, i) => places.set(place, [...(places.get(place) ?? []), i]))
  const result: (number | null)[] = samples.map(() => null)
  for (const rows of places.values()) {
    const mine = new Matrix(rows.map((i) => samples[i]?.x ?? []))
    const hat = mine
      .mmul(covariance)
      .mmul(mine.transpose())
      .mulRowVector(rows.map((i) => (weights[i] ?? 1) / sigmaDb ** 2))
    const out = inverse(Matrix.eye(rows.length).sub(hat), true)
      .mmul(Matrix.columnVector(rows.map((i) => residuals[i] ?? 0)))
      .to1DArray()
    rows.forEach((i, n) => (result[i] = samples[i]?.heard ? (out[n] ?? null) : null))
  }
  return result
}
