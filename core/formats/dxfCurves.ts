import type { Point } from '../site'

/** Chords of at most this many degrees. */
const CHORD_RAD = Math.PI / 18

/** An arc as chords, anticlockwise from one angle to another, radians. */
export function arcPoints([x, y]: Point, radius: number, from: number, to: number): Point[] {
  const sweep = to > from ? to - from : to - from + 2 * Math.PI
  const steps = Math.max(2, Math.ceil(sweep / CHORD_RAD))
  return Array.from({ length: steps + 1 }, (_, i): Point => {
    const turn = from + (sweep * i) / steps
    return [x + radius * Math.cos(turn), y + radius * Math.sin(turn)]
  })
}

/** A polyline whose pieces may be arcs: bulge = tan(angle ÷ 4). Source: DXF reference, LWPOLYLINE, from memory. */
export function bulgePoints(
  vertices: readonly { x: number; y: number; bulge?: number }[],
  closed: boolean,
): Point[] {
  const all = closed ? [...vertices, vertices[0]] : vertices
  const points: Point[] = []
  all.forEach((vertex, i) => {
    if (!vertex) return
    const before = all[i - 1]
    if (before?.bulge)
      points.push(...between([before.x, before.y], [vertex.x, vertex.y], before.bulge).slice(1, -1))
    points.push([vertex.x, vertex.y])
  })
  return points
}

function between(a: Point, b: Point, bulge: number): Point[] {
  const angle = 4 * Math.atan(bulge)
  const chord = Math.hypot(b[0] - a[0], b[1] - a[1])
  const radius = chord / 2 / Math.sin(Math.abs(angle) / 2)
  const toMiddle =
    Math.atan2(b[1] - a[1], b[0] - a[0]) + (Math.PI / 2 - Math.abs(angle) / 2) * Math.sign(bulge)
  const centre: Point = [a[0] + radius * Math.cos(toMiddle), a[1] + radius * Math.sin(toMiddle)]
  const start = Math.atan2(a[1] - centre[1], a[0] - centre[0])
  const steps = Math.max(2, Math.ceil(Math.abs(angle) / CHORD_RAD))
  return Array.from({ length: steps + 1 }, (_, i): Point => {
    const turn = start + (angle * i) / steps
    return [centre[0] + radius * Math.cos(turn), centre[1] + radius * Math.sin(turn)]
  })
}

const PER_SPAN = 8

/** A spline as chords, by de Boor's recursion; through its fit points where it has no knots of its own. */
export function splinePoints(control: Point[], knots: number[], degree: number, fit: Point[]): Point[] {
  if (control.length <= degree || knots.length < control.length + degree + 1)
    return fit.length > 1 ? fit : control
  const [from, to] = [knots[degree] ?? 0, knots[control.length] ?? 1]
  const steps = PER_SPAN * (control.length - degree)
  return Array.from({ length: steps + 1 }, (_, i) =>
    deBoor(control, knots, degree, from + ((to - from) * i) / steps),
  )
}

function deBoor(control: Point[], knots: number[], degree: number, at: number): Point {
  let span = degree
  while (span < control.length - 1 && at >= (knots[span + 1] ?? Infinity)) span++
  const points = Array.from({ length: degree + 1 }, (_, j): Point => control[span - degree + j] ?? [0, 0])
  for (let r = 1; r <= degree; r++)
    for (let j = degree; j >= r; j--) {
      const low = knots[span - degree + j] ?? 0
      const high = knots[span + 1 + j - r] ?? 0
      const share = high === low ? 0 : (at - low) / (high - low)
      const a: Point = points[j - 1] ?? [0, 0]
      const b: Point = points[j] ?? [0, 0]
      points[j] = [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share]
    }
  return points[degree] ?? [0, 0]
}
