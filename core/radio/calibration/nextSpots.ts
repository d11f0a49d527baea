import { Matrix } from 'ml-matrix'
import { cellsWithin, gridOver, heardAt, middleOfCell, plannedRadios, sigmaDbOf } from '../coverage'
import { areaClients, boxOf, distanceM } from '../../plan'
import type { Area, Id, Point, Site } from '../../plan'
import { THRESHOLD_DBM } from './calibrate'
import type { Calibration } from './calibrate'
import { density } from './normal'
import { sharesOf } from './terms'
import type { Share, Term } from './terms'

/** A spot to read at, and what that would settle. */
export interface NextSpot {
  levelId: Id
  areaId: Id
  at: Point
  /** Share of the doubt about the areas that it takes away, 0 to 1. */
  gain: number
  /** The term that it tells the most of, in words. */
  settles: string
}

/** So many spots of an area are looked at; so many radios are read at each, the loudest. */
const SPOTS_PER_AREA = 120
const READ_AT_EACH = 3
/** The loudest are among the nearest. */
const NEAREST = 12

interface Spot {
  area: Area
  at: Point
  weight: number
  rows: { x: number[]; dbm: number }[]
}

/**
 * The spots whose readings shrink the doubt most where it matters: Σ over spots of w·(xᵀΣz)² ÷ (σ² + zᵀΣz), w being an area's clients times
 * the chance density of the level there lying just at its need; one after the other, each with what those before it would have told. Source:
 * F. Pukelsheim, Optimal Design of Experiments (1993), greedy exchange on rank-one updates. Without a calibration the doubt is that of the assumed
 * spreads.
 */
export function nextSpots(site: Site, known: Calibration | null, count = 5): NextSpot[] {
  const terms = new Map<string, { term: Term; at: number }>()
  const indexOf = (term: Term): number => {
    const one = terms.get(term.id) ?? { term, at: terms.size }
    terms.set(term.id, one)
    return one.at
  }
  for (const term of known?.terms ?? []) indexOf(term)
  const drawn = site.areas.filter(({ outline, levelId }) => levelId !== null && outline.length > 2)
  const found = drawn.flatMap((area) =>
    spotsIn(site, area, (shares) => shares.map(({ term, factor }) => [indexOf(term), factor] as const)),
  )
  const size = terms.size
  const spots = found.map(({ rows, ...spot }): Spot => ({
    ...spot,
    rows: rows.map(({ parts, dbm }) => {
      const x = Array.from({ length: size }, () => 0)
      for (const [i, factor] of parts) x[i] = (x[i] ?? 0) + factor
      return { x, dbm }
    }),
  }))
  const list = [...terms.values()].map(({ term }) => term)
  let covariance = priorWith(list, known)
  const sigmaDb = known?.sigmaDb ?? sigmaDbOf(site.ground)
  const chosen: NextSpot[] = []
  const left = new Set(spots)
  const doubt = (sigma: Matrix) =>
    spots.reduce(
      (sum, spot) => sum + weightOf(spot, sigma, sigmaDb) * variance(spot.rows[0]?.x ?? [], sigma),
      0,
    )
  const whole = doubt(covariance)
  for (let n = 0; n < count && left.size > 0 && whole > 0; n++) {
    const best = bestOf(spots, [...left], covariance, sigmaDb)
    if (!best) break
    left.delete(best)
    const after = best.rows.reduce((sigma, { x }) => told(sigma, x, sigmaDb), covariance)
    chosen.push({
      levelId: best.area.levelId ?? '',
      areaId: best.area.id,
      at: best.at,
      gain: (doubt(covariance) - doubt(after)) / whole,
      settles: mostSettled(list, covariance, after),
    })
    covariance = after
  }
  return chosen
}

function spotsIn(
  site: Site,
  area: Area,
  columnsOf: (shares: readonly Share[]) => (readonly [number, number])[],
) {
  const level = site.levels.find(({ id }) => id === area.levelId)
  const box = boxOf(area.outline)
  const radios = plannedRadios(site, area.band).filter(({ serves }) => serves)
  if (!level || !box || radios.length === 0) return []
  const zM = level.floorM + site.ground.clientHeightM
  const cellM = Math.max(
    0.5,
    Math.sqrt(((box.max[0] - box.min[0]) * (box.max[1] - box.min[1])) / SPOTS_PER_AREA),
  )
  const grid = gridOver(box.min, box.max, cellM, zM)
  const cells = cellsWithin(grid, area.outline)
  const weight = Math.max(1, areaClients(area)) / Math.max(1, cells.length)
  return cells.map((cell) => {
    const at = middleOfCell(grid, cell % grid.columns, Math.floor(cell / grid.columns))
    const near = [...radios]
      .sort((a, b) => distanceM(a.position.at, at) - distanceM(b.position.at, at))
      .slice(0, NEAREST)
    const heard = heardAt(site, near, at, zM)
      .filter(({ dbm }) => dbm > THRESHOLD_DBM)
      .slice(0, READ_AT_EACH)
    return {
      area,
      at,
      weight,
      rows: heard.map(({ radio, way, dbm }) => ({ parts: columnsOf(sharesOf(site, radio, way, null)), dbm })),
    }
  })
}

/** Terms that no reading has met yet stand with their assumed spread. */
function priorWith(list: readonly Term[], known: Calibration | null): Matrix {
  const covariance = Matrix.diag(list.map(({ priorSd }) => priorSd ** 2))
  known?.covariance.forEach((row, i) => row.forEach((value, j) => covariance.set(i, j, value)))
  return covariance
}

const times = (sigma: Matrix, z: readonly number[]): number[] =>
  sigma.mmul(Matrix.columnVector([...z])).to1DArray()
const dot = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((sum, value, i) => sum + value * (b[i] ?? 0), 0)

/** xᵀΣx, of an x that has few terms. */
function variance(x: readonly number[], sigma: Matrix): number {
  const met = x.flatMap((value, i) => (value === 0 ? [] : [i]))
  let sum = 0
  for (const i of met) for (const j of met) sum += (x[i] ?? 0) * (x[j] ?? 0) * sigma.get(i, j)
  return sum
}

/** The covariance after one reading more. */
function told(sigma: Matrix, z: readonly number[], sigmaDb: number): Matrix {
  const sz = times(sigma, z)
  const scale = 1 / (sigmaDb ** 2 + dot(z, sz))
  return sigma.clone().sub(Matrix.columnVector(sz).mmul(Matrix.rowVector(sz)).mul(scale))
}

function weightOf({ area, weight, rows }: Spot, sigma: Matrix, sigmaDb: number): number {
  const [best] = rows
  if (!best) return 0
  const sd = Math.sqrt(variance(best.x, sigma) + sigmaDb ** 2)
  return (weight * density((best.dbm - area.leastSignalDbm) / sd)) / sd
}

/** Σ w·(xᵀΣz)² over the spots is zᵀMz with M = Σ (Σ w·x·xᵀ) Σ: worked out once for all candidates. */
function bestOf(
  spots: readonly Spot[],
  left: readonly Spot[],
  sigma: Matrix,
  sigmaDb: number,
): Spot | undefined {
  const seen = spots.flatMap((spot) => (spot.rows[0] ? [{ spot, x: spot.rows[0].x }] : []))
  if (seen.length === 0) return undefined
  const ahead = new Matrix(seen.map(({ x }) => x)).mmul(sigma)
  const weighted = ahead.clone().mulColumnVector(seen.map(({ spot }) => weightOf(spot, sigma, sigmaDb)))
  const matters = ahead.transpose().mmul(weighted)
  const gainOf = ({ rows }: Spot) =>
    rows.reduce((sum, { x }) => sum + variance(x, matters) / (sigmaDb ** 2 + variance(x, sigma)), 0)
  return left
    .map((spot) => ({ spot, gain: gainOf(spot) }))
    .reduce<{ spot: Spot; gain: number } | undefined>(
      (best, one) => (!best || one.gain > best.gain ? one : best),
      undefined,
    )?.spot
}

/** What lost the most of its own doubt. */
function mostSettled(list: readonly Term[], before: Matrix, after: Matrix): string {
  const lost = list.map(({ name }, i) => ({ name, share: 1 - after.get(i, i) / before.get(i, i) }))
  return lost.reduce((best, one) => (one.share > best.share ? one : best), { name: '', share: -1 }).name
}
