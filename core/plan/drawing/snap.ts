import { distanceM } from '..'
import type { Point } from '..'

export interface SnapTo {
  corners: readonly Point[]
  /** Pieces of line, two points each. */
  edges: readonly (readonly [Point, Point])[]
  /** 0: no grid. */
  gridM: number
}

export interface Snapped {
  at: Point
  by: 'corner' | 'edge' | 'grid' | 'none'
}

/** The nearest corner within reach, else the nearest spot on an edge, else the grid, else the spot itself. */
export function snap(at: Point, reachM: number, { corners, edges, gridM }: SnapTo): Snapped {
  const corner = nearest(at, corners, reachM)
  if (corner) return { at: corner, by: 'corner' }
  const foot = nearest(
    at,
    edges.map(([a, b]) => footOn(at, a, b)),
    reachM,
  )
  if (foot) return { at: foot, by: 'edge' }
  if (gridM <= 0) return { at, by: 'none' }
  return { at: [onGrid(at[0], gridM), onGrid(at[1], gridM)], by: 'grid' }
}

const onGrid = (value: number, gridM: number): number =>
  Math.round(Math.round(value / gridM) * gridM * 1000) / 1000

function nearest(at: Point, spots: readonly Point[], reachM: number): Point | null {
  let best: Point | null = null
  let least = reachM
  for (const spot of spots) {
    const far = distanceM(at, spot)
    if (far <= least) {
      best = spot
      least = far
    }
  }
  return best
}

/** The spot on a piece of line that is nearest. */
export function footOn(at: Point, a: Point, b: Point): Point {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const long = dx * dx + dy * dy
  const t = long === 0 ? 0 : Math.max(0, Math.min(1, ((at[0] - a[0]) * dx + (at[1] - a[1]) * dy) / long))
  return [a[0] + t * dx, a[1] + t * dy]
}

/** The pointer held to a multiple of 45° from the last point. */
export function squared(from: Point, to: Point): Point {
  const turn = Math.atan2(to[1] - from[1], to[0] - from[0])
  const held = Math.round(turn / (Math.PI / 4)) * (Math.PI / 4)
  const far = distanceM(from, to) * Math.cos(turn - held)
  return [from[0] + far * Math.cos(held), from[1] + far * Math.sin(held)]
}

/** The spot that far from a point, in the direction of another. Without a direction: east. */
export function along(from: Point, towards: Point, lengthM: number): Point {
  const far = distanceM(from, towards)
  if (far === 0) return [from[0] + lengthM, from[1]]
  const share = lengthM / far
  return [from[0] + (towards[0] - from[0]) * share, from[1] + (towards[1] - from[1]) * share]
}
