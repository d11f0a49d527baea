import { inverse, Matrix } from 'ml-matrix'
import { below, density, hazardBelow } from './normal'
import { blocksOf, correlationOf, likeliestShadowing, rootOf, whitened } from './shadowing'
import type { Shadowing, Spot } from './shadowing'
import { sigmaByMedian } from './spread'

/** One sample: how far it lies off the prediction, dB, and what of it each term explains. */
export interface Sample {
  /** One number for each term. */
  x: number[]
  /** Measured less predicted, dB; for one that was not heard, the receiver's threshold less the prediction. */
  y: number
  heard: boolean
  /** Samples of one spot are left out together. */
  place: string
  /** Where it was taken, of which radio; without, it hangs together with nobody. */
  spot?: Spot
}

export interface Options {
  /** Assumed spread of each term about zero, dB or its own unit; null: nothing is assumed. */
  priorSd: readonly number[] | null
  /** Samples far off count less. */
  robust: boolean
  /** The spread that is assumed of a single sample, dB, for as much as so many samples would tell; none: nothing is assumed. */
  usualSigma?: { sigmaDb: number; samples: number }
}

export interface Fit {
  theta: number[]
  /** Rows and columns by term. */
  covariance: number[][]
  /** Spread of a single sample about the fit, dB. */
  sigmaDb: number
  /** From 0 to 1: how much each sample counts. */
  weights: number[]
  /** How the samples hang together; null: none says where it was taken. */
  shadowing: Shadowing | null
  /** Each heard sample against a fit that its place had no part in; null: it was not heard. */
  leftOut: (number | null)[]
}

/** Where a residual begins to count less, in sigmas. */
const HUBER = 1.345
const MOST_ROUNDS = 200
const SETTLED = 1e-6

/**
 * Ridge regression with each term's own prior, robust, and with samples that were not heard. θ = Σ XᵀW y / σ² with Σ = (XᵀW X / σ² + T⁻¹)⁻¹;
 * weights after Huber, sigma from the median absolute deviation to begin with and by his proposal 2 then; an unheard sample counts by the likelihood of
 * lying below the threshold. Sources: A. E. Hoerl and R. W. Kennard, Ridge regression, Technometrics 12 (1970); P. J. Huber, Robust estimation of a
 * location parameter, Ann. Math. Stat. 35 (1964); J. Tobin, Estimation of relationships for limited dependent variables, Econometrica 26
 * (1958). Throws where there are fewer than two samples, or where terms cannot be told apart and nothing is assumed of them.
 */
export function fitRegression(samples: readonly Sample[], options: Options): Fit {
  if (samples.length < 2) throw new RangeError('at least two samples are needed')
  const x = sparse(samples)
  const { priorSd, robust } = options
  const inversePrior = Matrix.diag(
    priorSd?.map((sd) => 1 / sd ** 2) ?? Array.from({ length: x.columns }, () => 0),
  )
  const ground: Ground = { x, samples, inversePrior, options, blocks: null }
  const alone = settled(ground, firstSigma(samples, robust))
  if (!samples.some(({ spot }) => spot)) return fitOf(ground, alone, alone, null)
  const shadowing = shadowingOf(ground, alone)
  const together = settled({ ...ground, blocks: blocksWith(samples, shadowing) }, alone.sigmaDb, alone.state)
  return fitOf(ground, together, alone, shadowing)
}

/** What a fit is made of; `blocks`: samples that hang together, or null where each is taken for itself. */
interface Ground {
  x: Sparse
  samples: readonly Sample[]
  inversePrior: Matrix
  options: Options
  blocks: Block[] | null
}

interface Block {
  rows: number[]
  /** The root of the correlation of some of them, by their places in the block; worked out when first asked for. */
  rootOfSome: (places: readonly number[]) => Matrix
}

interface Settled {
  state: State
  sigmaDb: number
}

/** Steps until nothing moves any more. */
function settled(ground: Ground, firstSigmaDb: number, from?: State): Settled {
  let theta = from?.theta ?? Array.from({ length: ground.x.columns }, () => 0)
  let sigmaDb = firstSigmaDb
  let state = step(ground, theta, sigmaDb)
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const moved = Math.max(...state.theta.map((value, i) => Math.abs(value - (theta[i] ?? 0))))
    const before = sigmaDb
    theta = state.theta
    sigmaDb = sigmaOf(ground, state, before)
    if (moved < SETTLED && Math.abs(sigmaDb - before) < SETTLED) break
    state = step(ground, theta, sigmaDb)
  }
  return { state, sigmaDb }
}

/** Places are left out of the fit that takes each sample for itself: of that it is known in closed form. */
const fitOf = (
  { x, samples }: Ground,
  { state, sigmaDb }: Settled,
  alone: Settled,
  shadowing: Shadowing | null,
): Fit => ({
  theta: state.theta,
  covariance: state.covariance.to2DArray(),
  sigmaDb,
  weights: state.weights,
  shadowing,
  leftOut: leaveOut(x, samples, alone.state, alone.sigmaDb, alone.state.filled),
})

/** What is far off is cut, so that a reading from the wrong place doesn't pass for a shadow. */
const CUT_SIGMAS = 2.5

function shadowingOf({ x, samples, inversePrior }: Ground, { state, sigmaDb }: Settled): Shadowing {
  const heard = samples.flatMap(({ heard: is }, i) => (is ? [i] : []))
  const most = CUT_SIGMAS * sigmaDb
  return likeliestShadowing({
    x: heard.map((i) => samples[i]?.x ?? []),
    y: heard.map((i) => {
      const fitted = times(x.rows[i] ?? [], state.theta)
      return fitted + Math.max(-most, Math.min(most, (samples[i]?.y ?? 0) - fitted))
    }),
    spots: heard.map((i) => samples[i]?.spot ?? null),
    sigmaDb,
    inversePrior,
  })
}

function blocksWith(samples: readonly Sample[], shadowing: Shadowing): Block[] {
  const spots = samples.map(({ spot }) => spot ?? null)
  return blocksOf(spots).map((rows): Block => {
    const correlation = correlationOf(rows, spots, shadowing)
    const roots = new Map<string, Matrix>()
    return {
      rows,
      rootOfSome: (places) => {
        const key = places.join()
        const root = roots.get(key) ?? rootOf(correlation.selection([...places], [...places]))
        roots.set(key, root)
        return root
      },
    }
  })
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

function step(ground: Ground, theta: readonly number[], sigmaDb: number): State {
  const { x, samples, inversePrior, options } = ground
  const fitted = x.rows.map((row) => times(row, theta))
  const { filled, weights } = working(samples, fitted, sigmaDb, options.robust)
  const { squares, sums } = ground.blocks
    ? togetherSums(x, ground.blocks, weights, filled)
    : { squares: squared(x, weights), sums: against(x, weights, filled) }
  const covariance = inverse(squares.div(sigmaDb ** 2).add(inversePrior))
  const next = covariance.mmul(sums.div(sigmaDb ** 2)).to1DArray()
  return { theta: next, covariance, weights, filled }
}

/** Below this a sample says nothing, and is left out of its block. */
const NO_WEIGHT = 1e-4

/**
 * XᵀV⁻¹X and XᵀV⁻¹y where samples hang together: V has 1/weight on its diagonal and the correlation beside it (generalised least squares:
 * A. C. Aitken, Proc. R. Soc. Edinburgh 55, 1935).
 */
function togetherSums(
  x: Sparse,
  blocks: readonly Block[],
  weights: readonly number[],
  y: readonly number[],
): { squares: Matrix; sums: Matrix } {
  const squares = Matrix.zeros(x.columns, x.columns)
  const sums = Matrix.zeros(x.columns, 1)
  for (const { rows, rootOfSome } of blocks) {
    const told = rows.flatMap((i, at) => ((weights[i] ?? 0) > NO_WEIGHT ? [{ i, at }] : []))
    if (told.length === 0) continue
    const root = rootOfSome(told.map(({ at }) => at))
    const scale = told.map(({ i }) => Math.sqrt(weights[i] ?? 0))
    const wx = Matrix.zeros(told.length, x.columns)
    told.forEach(({ i }, k) => x.rows[i]?.forEach(({ at, value }) => wx.set(k, at, value * (scale[k] ?? 0))))
    const left = whitened(root, wx)
    const right = whitened(root, Matrix.columnVector(told.map(({ i }, k) => (y[i] ?? 0) * (scale[k] ?? 0))))
    const turned = left.transpose()
    squares.add(turned.mmul(left))
    sums.add(turned.mmul(right))
  }
  return { squares, sums }
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
function sigmaOf(ground: Ground, state: State, before: number): number {
  const { samples, inversePrior, options, blocks } = ground
  const { theta, covariance } = state
  const { robust, usualSigma } = options
  // Terms that the samples decide, as the trace of the hat matrix has them: all of them, less what the priors hold.
  const fitted = theta.reduce((sum, _value, i) => sum + 1 - covariance.get(i, i) * inversePrior.get(i, i), 0)
  const off = samples.map(({ x, y }) => y - dot(x, theta))
  const white = blocks ? whiteResiduals(samples, blocks, off) : off
  const squares = samples.reduce((sum, { heard }, i) => {
    const z = (off[i] ?? 0) / before
    if (!heard) return sum + before ** 2 * (1 - z * hazardBelow(z))
    const one = (white[i] ?? 0) ** 2
    return sum + (robust ? Math.min(one, (HUBER * before) ** 2) / CUT_SHARE : one)
  }, 0)
  const { sigmaDb: usual = 0, samples: worth = 0 } = usualSigma ?? {}
  const told = Math.max(worth > 0 ? 0 : 1, samples.length - fitted)
  return Math.max(LEAST_SIGMA_DB, Math.sqrt((squares + worth * usual ** 2) / (told + worth)))
}

/** Residuals of the heard samples, freed of what they have in common with those before them. */
function whiteResiduals(
  samples: readonly Sample[],
  blocks: readonly Block[],
  off: readonly number[],
): number[] {
  const white = samples.map(() => 0)
  for (const { rows, rootOfSome } of blocks) {
    const heard = rows.flatMap((i, at) => (samples[i]?.heard ? [{ i, at }] : []))
    if (heard.length === 0) continue
    const root = rootOfSome(heard.map(({ at }) => at))
    whitened(root, Matrix.columnVector(heard.map(({ i }) => off[i] ?? 0)))
      .to1DArray()
      .forEach((value, k) => (white[heard[k]?.i ?? -1] = value))
  }
  return white
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
