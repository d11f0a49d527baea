import { DRAWN, sameRef } from '~/core/plan/drawing'
import type { Drawn, PieceRef, SnapTo } from '~/core/plan/drawing'
import type { Level, Point, Site } from '~/core/plan'
import { piecesOn } from './piecesOn'

export const ARROWS: Partial<Record<string, Point>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** Below this a press is a click. */
const STILL_PX = 4
export const far = (a: Point, b: Point): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) > STILL_PX
export const apart = ([a, b]: Point[]): number => (a && b ? Math.hypot(a[0] - b[0], a[1] - b[1]) : 0)
export const middle = ([a, b]: Point[]): Point => (a && b ? [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] : [0, 0])

export function refOf(element: Element): PieceRef | null {
  const [collection, id] = (element.closest('[data-piece]')?.getAttribute('data-piece') ?? '').split('.')
  return id && DRAWN.includes(collection as Drawn) ? { collection: collection as Drawn, id } : null
}

export const moveLabel = (site: Site, refs: readonly PieceRef[]): string => {
  const device = refs.length === 1 && refs[0]?.collection === 'devices' && refs[0].id
  const name = device ? site.devices.find(({ id }) => id === device)?.name : null
  return name
    ? `Move ${name}`
    : refs.length === 1
      ? 'Move a piece of the chart'
      : `Move ${refs.length} pieces`
}

/** What can be snapped to; a piece does not snap to itself. */
export function snapTargets(site: Site, level: Level, self?: PieceRef): SnapTo {
  const pieces = piecesOn(site, level).filter(
    ({ ref }) => ref.collection !== 'cableRoutes' && !(self && sameRef(ref, self)),
  )
  return {
    corners: pieces.flatMap(({ points }) => points),
    edges: pieces.flatMap(({ points, closed }) => {
      const all = closed ? [...points, points[0] ?? [0, 0]] : points
      return all.slice(1).map((b, i): [Point, Point] => [all[i] ?? b, b])
    }),
    gridM: 0.5,
  }
}
