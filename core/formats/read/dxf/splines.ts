import { flattened } from './curves'
import { cross } from './matrix'
import type { Vec3 } from './records'

export interface Spline {
  degree: number
  control: Vec3[]
  knots: number[]
  /** One to each control point, or none. */
  weights: number[]
  fit: Vec3[]
  tangents: [start: Vec3, end: Vec3] | null
}

/** A spline as chords: by its control points, or through its fit points. Null where it has neither. */
export function splinePoints(spline: Spline, within: number): Vec3[] | null {
  const { control, knots, degree, fit } = spline
  if (control.length > degree && knots.length >= control.length + degree + 1) {
    const span = [...new Set(knots.slice(degree, control.length + 1))].sort((a, b) => a - b)
    return flattened((t) => deBoor(spline, t), span, within)
  }
  if (fit.length > 1) return throughPoints(fit, spline.tangents, within)
  return null
}

type Vec4 = [number, number, number, number]

/** A point of a rational B-spline, by de Boor's recursion on homogeneous coordinates. Source: Piegl and Tiller, “The NURBS Book”, 4.1. */
function deBoor({ control, knots, degree, weights }: Spline, at: number): Vec3 {
  let span = degree
  while (span < control.length - 1 && at >= (knots[span + 1] ?? Infinity)) span++
  const points = Array.from({ length: degree + 1 }, (_, j): Vec4 => {
    const i = span - degree + j
    const weight = weights[i] ?? 1
    const [x, y, z] = control[i] ?? [0, 0, 0]
    return [x * weight, y * weight, z * weight, weight]
  })
  for (let r = 1; r <= degree; r++)
    for (let j = degree; j >= r; j--) {
      const low = knots[span - degree + j] ?? 0
      const high = knots[span + 1 + j - r] ?? 0
      const share = high === low ? 0 : (at - low) / (high - low)
      const [a, b] = [points[j - 1], points[j]]
      if (a && b) points[j] = a.map((value, k) => value + ((b[k] ?? 0) - value) * share) as Vec4
    }
  const [x, y, z, weight] = points[degree] ?? [0, 0, 0, 1]
  return [x / weight, y / weight, z / weight]
}

const minus = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const times = (a: Vec3, k: number): Vec3 => [a[0] * k, a[1] * k, a[2] * k]
const plus = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
const unit = (a: Vec3): Vec3 => times(a, 1 / (Math.hypot(...a) || 1))

/**
 * The cubic spline through points, by the length of the chords, with the given end tangents or ones estimated from five
 * points. Source: Piegl and Tiller, “The NURBS Book”, 9.2.2 (end derivatives) and 9.3.1 (five points).
 */
function throughPoints(given: readonly Vec3[], tangents: [Vec3, Vec3] | null, within: number): Vec3[] {
  const points = given.filter((point, i) => i === 0 || Math.hypot(...minus(point, given[i - 1] ?? point)) > 0)
  if (points.length < 2) return [...given]
  const lengths = points.slice(1).map((point, i) => Math.hypot(...minus(point, points[i] ?? point)))
  const at = lengths.reduce<number[]>((sum, length) => [...sum, (sum.at(-1) ?? 0) + length], [0])
  const ends = tangents ?? endTangents(points)
  const slopes = solved(points, lengths, [unit(ends[0]), unit(ends[1])])
  return flattened((t) => hermite(points, at, slopes, t), at, within)
}

/** A point of the cubic pieces by their ends and slopes. */
function hermite(points: readonly Vec3[], at: readonly number[], slopes: readonly Vec3[], t: number): Vec3 {
  let i = 0
  while (i < at.length - 2 && t >= (at[i + 1] ?? Infinity)) i++
  const [from, to] = [at[i] ?? 0, at[i + 1] ?? 1]
  const h = to - from
  const s = (t - from) / h
  const [p, q, u, v] = [points[i], points[i + 1], slopes[i], slopes[i + 1]].map(
    (one) => one ?? [0, 0, 0],
  ) as [Vec3, Vec3, Vec3, Vec3]
  const blend = [
    2 * s ** 3 - 3 * s ** 2 + 1,
    3 * s ** 2 - 2 * s ** 3,
    h * (s ** 3 - 2 * s ** 2 + s),
    h * (s ** 3 - s ** 2),
  ]
  return [p, q, u, v].reduce<Vec3>((sum, one, k) => plus(sum, times(one, blend[k] ?? 0)), [0, 0, 0])
}

/** Slopes at each point that leave no jump in the curvature: a tridiagonal system, by Thomas’s algorithm. */
function solved(points: readonly Vec3[], h: readonly number[], [start, end]: [Vec3, Vec3]): Vec3[] {
  const n = points.length
  const upper: number[] = [0]
  const right: Vec3[] = [start]
  for (let i = 1; i < n - 1; i++) {
    const [before, after] = [h[i - 1] ?? 1, h[i] ?? 1]
    const [a, b, c] = [points[i - 1], points[i], points[i + 1]] as [Vec3, Vec3, Vec3]
    const sum = plus(times(minus(b, a), (3 * after) / before), times(minus(c, b), (3 * before) / after))
    const pivot = 2 * (before + after) - after * (upper[i - 1] ?? 0)
    upper[i] = before / pivot
    right[i] = times(minus(sum, times(right[i - 1] ?? start, after)), 1 / pivot)
  }
  const slopes: Vec3[] = []
  slopes[n - 1] = end
  for (let i = n - 2; i >= 0; i--)
    slopes[i] = i === 0 ? start : minus(right[i] ?? start, times(slopes[i + 1] ?? end, upper[i] ?? 0))
  return slopes
}

/** Tangents at the two ends from the chords next to them, and those that would follow beyond the end. */
function endTangents(points: readonly Vec3[]): [Vec3, Vec3] {
  const q = points.slice(1).map((point, i) => minus(point, points[i] ?? point))
  const first = fivePoint(q)
  const last = fivePoint([...q].reverse().map((one) => times(one, -1)))
  return [first, times(last, -1)]
}

function fivePoint(q: readonly Vec3[]): Vec3 {
  const q1 = q[0] ?? [1, 0, 0]
  const q2 = q[1] ?? q1
  const q0 = minus(times(q1, 2), q2)
  const qBefore = minus(times(q0, 2), q1)
  const [turnBefore, turnAfter] = [Math.hypot(...cross(qBefore, q0)), Math.hypot(...cross(q1, q2))]
  const share = turnBefore + turnAfter === 0 ? 1 : turnBefore / (turnBefore + turnAfter)
  return plus(times(q0, 1 - share), times(q1, share))
}
