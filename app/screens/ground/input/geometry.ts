import { cornersOf, snap } from '~/core/plan/drawing'
import type { PieceRef } from '~/core/plan/drawing'
import type { Point } from '~/core/plan'
import { snapTargets } from '../chartGestures'
import { toGround, toScreen } from '../useView'
import type { Seen, Spot } from './state'

/** How near the pointer snaps. */
const REACH_PX = 9

export const groundAt = ({ view, size }: Seen, spot: Spot): Point => toGround(view, size, spot)

/** The spot on the ground, on the corner, edge or grid line near it. A piece does not snap to itself. */
export function snappedAt(seen: Seen, spot: Spot, square = false, self?: PieceRef): Point {
  const raw = groundAt(seen, spot)
  if (!seen.snapping || square) return raw
  return snap(raw, REACH_PX / seen.view.pxPerM, snapTargets(seen.site, seen.level, self)).at
}

/** A dragged piece stands on tenths of a metre. */
const DRAG_GRID_M = 0.1

/** How far pieces were dragged, the first one's first corner on the grid. */
export function shiftOf(seen: Seen, refs: readonly PieceRef[], from: Spot, to: Spot): Point {
  const [ax, ay] = groundAt(seen, from)
  const [bx, by] = groundAt(seen, to)
  const anchor = refs[0] && cornersOf(seen.site, refs[0])[0]
  if (!anchor || !seen.snapping) return [bx - ax, by - ay]
  const on = (value: number) => Math.round(value / DRAG_GRID_M) * DRAG_GRID_M
  return [on(anchor[0] + bx - ax) - anchor[0], on(anchor[1] + by - ay) - anchor[1]]
}

/** Whether all corners of a piece lie in a frame on screen. */
export function isFramed({ site, view, size }: Seen, ref: PieceRef, from: Spot, to: Spot): boolean {
  const between = (value: number, a: number, b: number) => value >= Math.min(a, b) && value <= Math.max(a, b)
  return cornersOf(site, ref).every((corner) => {
    const [x, y] = toScreen(view, size, corner)
    return between(x, from[0], to[0]) && between(y, from[1], to[1])
  })
}
