import type { Path, Problem } from '../lib/outcome'
import { crossing, lengthM } from './shapes'
import type { Collection, Point, Site } from './types'

/** What must hold on the ground: outlines that do not cross themselves, walls with a length. */
export const groundProblems = (site: Site): Problem[] => [...outlines(site), ...walls(site)]

const problem = (path: Path, code: string, message: string): Problem => ({ path, code, message })

function outlines(site: Site): Problem[] {
  const of = (collection: Collection, list: { name: string; outline: Point[] }[]): Problem[] =>
    list.flatMap(({ name, outline }, i) => {
      const found = crossing(outline)
      if (!found) return []
      const at = `${found[0].toFixed(1)} m east, ${found[1].toFixed(1)} m north`
      return [
        problem(
          [collection, i, 'outline'],
          'outline.crosses',
          `The outline of ${name} crosses itself at ${at}. Draw it so that its edges do not meet.`,
        ),
      ]
    })
  return [
    ...of('areas', site.areas),
    ...of('obstacles', site.obstacles),
    ...of('buildings', site.buildings),
    ...of('keepOuts', site.keepOuts),
  ]
}

/** Anything shorter is a slip of the hand. */
export const LEAST_WALL_M = 0.01

function walls(site: Site): Problem[] {
  return site.walls.flatMap(({ id, points, openings }, i) => {
    const long = lengthM(points)
    if (long < LEAST_WALL_M)
      return [
        problem(
          ['walls', i, 'points'],
          'wall.noLength',
          `The wall “${id}” has no length: its points lie on one spot. Give it two points at least ${LEAST_WALL_M * 100} cm apart.`,
        ),
      ]
    return openings.flatMap(({ fromM, widthM }, j) =>
      fromM + widthM <= long + LEAST_WALL_M
        ? []
        : [
            problem(
              ['walls', i, 'openings', j, 'widthM'],
              'opening.outside',
              `The opening from ${fromM.toFixed(2)} m, ${widthM.toFixed(2)} m wide, does not fit in a wall of ${long.toFixed(2)} m.`,
            ),
          ],
    )
  })
}
