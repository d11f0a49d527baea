import { CholeskyDecomposition, Matrix } from 'ml-matrix'

/** Where a sample was taken, m, and of which radio on which floor; only samples of one group hang together. */
export interface Spot {
  group: string
  at: readonly [number, number]
}

/**
 * How shadows hang together: the share of a sample's variance that neighbours have in common, and the distance over which that falls to
 * 1/e. Source: M. Gudmundson, Correlation model for shadow fading in mobile radio systems, Electronics Letters 27 (1991).
 */
export interface Shadowing {
  distanceM: number
  share: number
}

/** Samples hang together over little more than a few steps: blocks of so many, in the order walked, are taken for themselves. */
const MOST_IN_BLOCK = 64

/** Indices of the samples that hang together, group by group. */
export function blocksOf(spots: readonly (Spot | null)[]): number[][] {
  const groups = new Map<string, number[]>()
  spots.forEach((spot, i) => {
    const key = spot?.group ?? `alone ${i}`
    groups.set(key, [...(groups.get(key) ?? []), i])
  })
  return [...groups.values()].flatMap((all) =>
    Array.from({ length: Math.ceil(all.length / MOST_IN_BLOCK) }, (_, k) =>
      all.slice(k * MOST_IN_BLOCK, (k + 1) * MOST_IN_BLOCK),
    ),
  )
}

/** Correlation of the samples of a block. */
export function correlationOf(
  block: readonly number[],
  spots: readonly (Spot | null)[],
  { distanceM, share }: Shadowing,
): Matrix {
  const at = block.map((i) => spots[i]?.at ?? ([0, 0] as const))
  return new Matrix(
    at.map(([x, y], i) =>
      at.map(([u, v], j) => (i === j ? 1 : share * Math.exp(-Math.hypot(x - u, y - v) / distanceM))),
    ),
  )
}

/** The lower root of a correlation matrix; a hair is added to the diagonal, for spots that lie on each other. */
export const rootOf = (correlation: Matrix): Matrix =>
  new CholeskyDecomposition(correlation.clone().add(Matrix.eye(correlation.rows).mul(1e-9)))
    .lowerTriangularMatrix

/** L⁻¹ B, column by column from the top. */
export function whitened(root: Matrix, columns: Matrix): Matrix {
  const rows = root.to2DArray()
  const out = columns.to2DArray()
  rows.forEach((row, i) => {
    const mine = out[i] ?? []
    for (let k = 0; k < i; k++) {
      const factor = row[k] ?? 0
      const other = out[k] ?? []
      for (let c = 0; c < mine.length; c++) mine[c] = (mine[c] ?? 0) - factor * (other[c] ?? 0)
    }
    for (let c = 0; c < mine.length; c++) mine[c] = (mine[c] ?? 0) / (row[i] ?? 1)
  })
  return new Matrix(out)
}

const DISTANCES_M = [0.3, 1, 2, 3, 4.5, 6.5, 9, 13, 20, 30]
const SHARES = [0.99, 0.8, 0.5]
/** What is assumed before the walk tells: about 6 m, give or take a factor of e. Source: 3GPP TR 38.901 table 7.5-6, indoor office, from memory. */
const USUAL = { distanceM: 6, logSd: 1 }

/**
 * The shadowing that makes the samples likeliest, the terms taken as unknown about their priors (restricted likelihood: H. D. Patterson
 * and R. Thompson, Biometrika 58, 1971), and the distance by what is usual. `x`, `y`: heard samples alone; `sigmaDb`: their spread.
 */
export function likeliestShadowing({
  x,
  y,
  spots,
  sigmaDb,
  inversePrior,
}: {
  x: readonly (readonly number[])[]
  y: readonly number[]
  spots: readonly (Spot | null)[]
  sigmaDb: number
  inversePrior: Matrix
}): Shadowing {
  const blocks = blocksOf(spots)
  let best: { shadowing: Shadowing; score: number } | null = null
  for (const distanceM of DISTANCES_M)
    for (const share of SHARES) {
      const shadowing = { distanceM, share }
      const prior = -0.5 * (Math.log(distanceM / USUAL.distanceM) / USUAL.logSd) ** 2
      const sums = whitenedSums(blocks, x, y, spots, shadowing)
      for (const scale of [0.7, 1, 1.4, 2]) {
        const score = prior + likelihood(sums, y.length, (scale * sigmaDb) ** 2, inversePrior)
        if (best === null || score > best.score) best = { shadowing, score }
      }
    }
  return best?.shadowing ?? { distanceM: USUAL.distanceM, share: SHARES[0] ?? 1 }
}

interface Sums {
  xx: Matrix
  xy: Matrix
  yy: number
  logRoot: number
}

function whitenedSums(
  blocks: readonly number[][],
  x: readonly (readonly number[])[],
  y: readonly number[],
  spots: readonly (Spot | null)[],
  shadowing: Shadowing,
): Sums {
  const columns = x[0]?.length ?? 0
  const sums: Sums = { xx: Matrix.zeros(columns, columns), xy: Matrix.zeros(columns, 1), yy: 0, logRoot: 0 }
  for (const block of blocks) {
    const root = rootOf(correlationOf(block, spots, shadowing))
    const wx = whitened(root, new Matrix(block.map((i) => [...(x[i] ?? [])])))
    const wy = whitened(root, Matrix.columnVector(block.map((i) => y[i] ?? 0)))
    sums.xx.add(wx.transpose().mmul(wx))
    sums.xy.add(wx.transpose().mmul(wy))
    sums.yy += wy.to1DArray().reduce((sum, one) => sum + one * one, 0)
    for (let i = 0; i < root.rows; i++) sums.logRoot += Math.log(root.get(i, i))
  }
  return sums
}

/** Logarithm of the likelihood, but for a constant. */
function likelihood(
  { xx, xy, yy, logRoot }: Sums,
  n: number,
  variance: number,
  inversePrior: Matrix,
): number {
  const precision = Matrix.add(Matrix.div(xx, variance), inversePrior)
  const root = new CholeskyDecomposition(precision).lowerTriangularMatrix
  const explained = whitened(root, Matrix.div(xy, variance))
    .to1DArray()
    .reduce((sum, one) => sum + one * one, 0)
  let logPrecision = 0
  for (let i = 0; i < root.rows; i++) logPrecision += Math.log(root.get(i, i))
  return -0.5 * n * Math.log(variance) - logRoot - logPrecision - 0.5 * (yy / variance - explained)
}
