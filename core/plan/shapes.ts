import { polygonArea } from 'd3-polygon'
import type { Point } from './types'

/** Length of a line through points. */
export function lengthM(points: readonly Point[]): number {
  let sum = 0
  for (let i = 1; i < points.length; i++) sum += distanceM(points[i - 1]!, points[i]!)
  return sum
}

export const distanceM = ([ax, ay]: Point, [bx, by]: Point): number => Math.hypot(bx - ax, by - ay)

export const areaM2 = (outline: readonly Point[]): number => Math.abs(polygonArea([...outline]))

/**
 * Whether a point lies in an outline, by the even-odd rule. A point on an edge belongs to one side or the other,
 * whichever the arithmetic gives.
 */
export function within(outline: readonly Point[], [x, y]: Point): boolean {
  let inside = false
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [xi, yi] = outline[i]!
    const [xj, yj] = outline[j]!
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside
  }
  return inside
}

/** Where an outline first crosses itself, or null. Neighbouring edges share a corner and do not count. */
export function crossing(outline: readonly Point[]): Point | null {
  const n = outline.length
  for (let i = 0; i < n; i++)
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue
      const found = meeting(outline[i]!, outline[(i + 1) % n]!, outline[j]!, outline[(j + 1) % n]!)
      if (found) return found
    }
  return null
}

/** The point that two line pieces have in common, or null; parallel ones have none. */
export function meeting(a: Point, b: Point, c: Point, d: Point): Point | null {
  const [rx, ry] = [b[0] - a[0], b[1] - a[1]]
  const [sx, sy] = [d[0] - c[0], d[1] - c[1]]
  const cross = rx * sy - ry * sx
  if (cross === 0) return null
  const t = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / cross
  const u = ((c[0] - a[0]) * ry - (c[1] - a[1]) * rx) / cross
  return t < 0 || t > 1 || u < 0 || u > 1 ? null : [a[0] + t * rx, a[1] + t * ry]
}

/** The smallest upright box round points. */
export function boxOf(points: readonly Point[]): { min: Point; max: Point } | null {
  if (points.length === 0) return null
  const xs = points.map(([x]) => x)
  const ys = points.map(([, y]) => y)
  return { min: [least(xs), least(ys)], max: [most(xs), most(ys)] }
}

/** Math.min over a list of any length. */
const least = (list: number[]) => list.reduce((a, b) => Math.min(a, b), Infinity)
const most = (list: number[]) => list.reduce((a, b) => Math.max(a, b), -Infinity)

/** The middle of an outline's corners: where its name is written. */
export function middleOf(outline: readonly Point[]): Point {
  const n = Math.max(1, outline.length)
  return [outline.reduce((s, [x]) => s + x, 0) / n, outline.reduce((s, [, y]) => s + y, 0) / n]
}
