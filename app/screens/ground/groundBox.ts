import { boxOf } from '~/core/plan'
import type { Point, Site } from '~/core/plan'

/** All that is drawn, whatever the level: the chart covers it. */
export function groundBox(site: Site): { min: Point; max: Point } | null {
  return boxOf([
    ...site.buildings.flatMap(({ outline }) => outline),
    ...site.walls.flatMap(({ points }) => points),
    ...site.obstacles.flatMap(({ outline }) => outline),
    ...site.keepOuts.flatMap(({ outline }) => outline),
    ...site.areas.flatMap(({ outline }) => outline),
    ...site.devices.flatMap(({ position }) => (position ? [position.at] : [])),
  ])
}
