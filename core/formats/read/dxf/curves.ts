import type { Vec3 } from './records'

/** No curve is worth more chords than these. */
const MOST_CHORDS = 4096

/** Chords for an arc that keep within a distance of it: sagitta = radius × (1 − cos(angle ÷ 2)). */
const chordsFor = (radius: number, sweepRad: number, within: number): number => {
  const step = radius > within ? 2 * Math.acos(1 - within / radius) : Math.PI / 2
  return Math.min(MOST_CHORDS, Math.max(2, Math.ceil(Math.abs(sweepRad) / Math.min(step, Math.PI / 4))))
}

/** A stretch of an ellipse about two half axes; a circle where they are equal. Radians of the parameter. */
export function arcPoints(
  centre: Vec3,
  [a, b]: [major: Vec3, minor: Vec3],
  [from, to]: [number, number],
  within: number,
): Vec3[] {
  const full = 2 * Math.PI
  const sweep = to - from - full * Math.floor((to - from) / full) || full
  const steps = chordsFor(Math.max(Math.hypot(...a), Math.hypot(...b)), sweep, within)
  return Array.from({ length: steps + 1 }, (_, i): Vec3 => {
    const [cos, sin] = [Math.cos(from + (sweep * i) / steps), Math.sin(from + (sweep * i) / steps)]
    return [
      centre[0] + a[0] * cos + b[0] * sin,
      centre[1] + a[1] * cos + b[1] * sin,
      centre[2] + a[2] * cos + b[2] * sin,
    ]
  })
}

export interface Corner {
  at: Vec3
  /** tan(angle ÷ 4) of the arc to the next corner. Source: DXF reference, LWPOLYLINE, from memory. */
  bulge: number
}

/** A polyline whose pieces may be arcs. */
export function bulgePoints(corners: readonly Corner[], closed: boolean, within: number): Vec3[] {
  const all = closed ? [...corners, ...corners.slice(0, 1)] : corners
  return all.flatMap(({ at }, i) => {
    const before = all[i - 1]
    const arc = before && before.bulge !== 0 ? between(before.at, at, before.bulge, within) : []
    return [...arc, at]
  })
}

/** The points of an arc between its ends. */
function between(a: Vec3, b: Vec3, bulge: number, within: number): Vec3[] {
  const chord = Math.hypot(b[0] - a[0], b[1] - a[1])
  if (chord === 0 || !Number.isFinite(bulge)) return []
  const angle = 4 * Math.atan(bulge)
  const radius = (chord * (1 + bulge * bulge)) / (4 * Math.abs(bulge))
  const toCentre = Math.atan2(b[1] - a[1], b[0] - a[0]) + Math.PI / 2 - angle / 2
  const side = Math.sign(bulge)
  const centre = [
    a[0] + side * radius * Math.cos(toCentre),
    a[1] + side * radius * Math.sin(toCentre),
  ] as const
  const start = Math.atan2(a[1] - centre[1], a[0] - centre[0])
  const steps = chordsFor(radius, angle, within)
  return Array.from({ length: steps - 1 }, (_, i): Vec3 => {
    const turn = start + (angle * (i + 1)) / steps
    return [centre[0] + radius * Math.cos(turn), centre[1] + radius * Math.sin(turn), a[2]]
  })
}

/** A curve by its parameter, as chords that keep within a distance of it: halved until they do. */
export function flattened(at: (t: number) => Vec3, knots: readonly number[], within: number): Vec3[] {
  const points: Vec3[] = [at(knots[0] ?? 0)]
  const halve = (from: number, a: Vec3, to: number, b: Vec3, depth: number): void => {
    const middle = (from + to) / 2
    const m = at(middle)
    const isFlat = [(3 * from + to) / 4, middle, (from + 3 * to) / 4].every(
      (t) => offChord(at(t), a, b) <= within,
    )
    if (depth >= 2 && isFlat) return void points.push(b)
    if (depth >= 12) return void points.push(b)
    halve(from, a, middle, m, depth + 1)
    halve(middle, m, to, b, depth + 1)
  }
  for (let i = 1; i < knots.length; i++) {
    const [from, to] = [knots[i - 1] ?? 0, knots[i] ?? 0]
    if (to > from) halve(from, at(from), to, at(to), 0)
  }
  return points
}

/** How far a point is from a stretch. */
function offChord(p: Vec3, a: Vec3, b: Vec3): number {
  const ab = [b[0] - a[0], b[1] - a[1], b[2] - a[2]] as const
  const ap = [p[0] - a[0], p[1] - a[1], p[2] - a[2]] as const
  const long = ab[0] ** 2 + ab[1] ** 2 + ab[2] ** 2
  const share =
    long === 0 ? 0 : Math.min(1, Math.max(0, (ap[0] * ab[0] + ap[1] * ab[1] + ap[2] * ab[2]) / long))
  return Math.hypot(ap[0] - share * ab[0], ap[1] - share * ab[1], ap[2] - share * ab[2])
}
