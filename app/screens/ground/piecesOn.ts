import type { Drawn, PieceRef } from '~/core/plan/drawing'
import type { Level, Point, Site } from '~/core/plan'

export interface Outlined {
  ref: PieceRef
  points: Point[]
  closed: boolean
}

/** What can be taken hold of on this level, the large things first so that the small ones lie on top. */
export function piecesOn(site: Site, level: Level): Outlined[] {
  const of = (collection: Drawn, id: string, points: Point[], closed: boolean): Outlined => ({
    ref: { collection, id },
    points,
    closed,
  })
  return [
    ...site.keepOuts
      .filter((one) => one.levelId === level.id)
      .map((one) => of('keepOuts', one.id, one.outline, true)),
    ...site.areas
      .filter((one) => one.levelId === level.id && one.outline.length > 2)
      .map((one) => of('areas', one.id, one.outline, true)),
    ...site.buildings
      .filter((one) => one.levelIds.includes(level.id))
      .map((one) => of('buildings', one.id, one.outline, true)),
    ...site.obstacles
      .filter((one) => one.levelId === level.id)
      .map((one) => of('obstacles', one.id, one.outline, true)),
    ...site.cableRoutes.map((one) =>
      of(
        'cableRoutes',
        one.id,
        one.points.filter(({ levelId }) => levelId === level.id).map(({ at }) => at),
        false,
      ),
    ),
    ...site.walls
      .filter((one) => one.levelId === level.id)
      .map((one) => of('walls', one.id, one.points, false)),
    ...site.risers
      .filter((one) => one.levelIds.includes(level.id))
      .map((one) => of('risers', one.id, [one.at, one.at], false)),
  ].filter(({ points }) => points.length > 0)
}
