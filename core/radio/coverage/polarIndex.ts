import { pseudoAngle } from '../propagation'
import { PIECE } from './scene'
import type { Scene } from './scene'

/** Numbers per piece seen from the radio: ax, ay, bx, by, a × b, low, high, loss, nearest distance squared. */
export const SEEN = 9
export const WEDGES = 1024

/**
 * The upright pieces sorted into wedges round a radio, the nearest first in each: a ray has to look at the pieces of
 * its own wedge only, and no further than it goes.
 */
export interface PolarIndex {
  /**
   * The pieces of one wedge after the other, SEEN numbers each, relative to the radio; a piece stands in every wedge
   * that it reaches into, so that a ray reads straight on. The loss of a wall is in dB; that of an obstacle's edge is
   * below zero, in dB per metre.
   */
  seen: Float64Array
  /** Where each wedge begins in `seen`, counted in numbers; WEDGES + 1 of them. */
  starts: Uint32Array
  /** Obstacles that the radio itself stands in: low and high relative to it, dB per metre; three numbers each. */
  inside: Float64Array
}

export function polarIndex(scene: Scene, x: number, y: number, z: number): PolarIndex {
  const walls = scene.walls.length / PIECE
  const count = walls + scene.edges.length / PIECE
  const all = new Float64Array(count * SEEN)
  for (let i = 0; i < count; i++) {
    const from = i < walls ? scene.walls : scene.edges
    const p = (i < walls ? i : i - walls) * PIECE
    const [ax, ay, bx, by] = [from[p]! - x, from[p + 1]! - y, from[p + 2]! - x, from[p + 3]! - y]
    const loss = i < walls ? from[p + 6]! : -from[p + 6]!
    const s = i * SEEN
    all.set([ax, ay, bx, by, ax * by - ay * bx, from[p + 4]! - z, from[p + 5]! - z, loss], s)
    all[s + 8] = nearSquared(all, s)
  }
  const order = Uint32Array.from({ length: count }, (_, i) => i).sort(
    (a, b) => all[a * SEEN + 8]! - all[b * SEEN + 8]!,
  )
  return { ...wedges(all, order), inside: standsIn(all, walls, count) }
}

function nearSquared(seen: Float64Array, p: number): number {
  const [ax, ay] = [seen[p]!, seen[p + 1]!]
  const [ex, ey] = [seen[p + 2]! - ax, seen[p + 3]! - ay]
  const long = ex * ex + ey * ey
  const t = long === 0 ? 0 : Math.max(0, Math.min(1, -(ax * ex + ay * ey) / long))
  return (ax + t * ex) ** 2 + (ay + t * ey) ** 2
}

/** First and last wedge of a piece, going anticlockwise; the last may be beyond WEDGES. */
function span(seen: Float64Array, p: number): [number, number] | null {
  const turn = seen[p + 4]!
  if (turn === 0) return null
  const a = pseudoAngle(seen[p]!, seen[p + 1]!)
  const b = pseudoAngle(seen[p + 2]!, seen[p + 3]!)
  const from = turn > 0 ? a : b
  const to = turn > 0 ? b : a
  const first = Math.floor((from * WEDGES) / 4 - 1e-6)
  const last = Math.floor(((to < from ? to + 4 : to) * WEDGES) / 4 + 1e-6)
  return [first, last]
}

function wedges(all: Float64Array, order: Uint32Array) {
  const starts = new Uint32Array(WEDGES + 1)
  const spans = Array.from(order, (piece) => span(all, piece * SEEN))
  for (const reach of spans)
    if (reach) for (let w = reach[0]; w <= reach[1]; w++) starts[((w + WEDGES) % WEDGES) + 1]! += SEEN
  for (let w = 0; w < WEDGES; w++) starts[w + 1]! += starts[w]!
  const at = starts.slice(0, WEDGES)
  const seen = new Float64Array(starts[WEDGES]!)
  spans.forEach((reach, i) => {
    if (!reach) return
    const piece = all.subarray(order[i]! * SEEN, (order[i]! + 1) * SEEN)
    for (let w = reach[0]; w <= reach[1]; w++) {
      const wedge = (w + WEDGES) % WEDGES
      seen.set(piece, at[wedge]!)
      at[wedge]! += SEEN
    }
  })
  return { starts, seen }
}

/** Edges of one obstacle follow each other, each beginning where the last ended. */
function standsIn(seen: Float64Array, from: number, to: number): Float64Array {
  const found: number[] = []
  let inside = false
  let first = from
  for (let i = from; i < to; i++) {
    const p = i * SEEN
    const [ay, by] = [seen[p + 1]!, seen[p + 3]!]
    if (ay > 0 !== by > 0 && 0 < seen[p]! + ((seen[p + 2]! - seen[p]!) * -ay) / (by - ay)) inside = !inside
    const s = first * SEEN
    if (seen[p + 2] !== seen[s] || by !== seen[s + 1]) continue
    if (inside) found.push(seen[p + 5]!, seen[p + 6]!, -seen[p + 7]!)
    inside = false
    first = i + 1
  }
  return Float64Array.from(found)
}
