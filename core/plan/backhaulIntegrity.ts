import type { Path, Problem } from '../lib/outcome'
import type { Site } from './types'

const problem = (path: Path, code: string, message: string): Problem => ({ path, code, message })

/** What must hold for radio uplinks and their settings. */
export const backhaulProblems = (site: Site): Problem[] => [
  ...settings(site),
  ...site.links.flatMap(({ statedMbps }, i) =>
    statedMbps && statedMbps[0] > statedMbps[1]
      ? [
          problem(
            ['links', i, 'statedMbps'],
            'range.order',
            `${statedMbps[0]} to ${statedMbps[1]} Mbit/s: the lower figure comes first.`,
          ),
        ]
      : [],
  ),
]

function settings({ backhaul: { weakestParentDbm, strongestParentDbm, water } }: Site): Problem[] {
  const problems: Problem[] = []
  if (weakestParentDbm > strongestParentDbm)
    problems.push(
      problem(
        ['backhaul', 'weakestParentDbm'],
        'range.order',
        `A parent between ${weakestParentDbm} and ${strongestParentDbm} dBm: the weaker level must be the lower one.`,
      ),
    )
  if (water && water.lowestM > water.highestM)
    problems.push(
      problem(
        ['backhaul', 'water', 'lowestM'],
        'range.order',
        `Low water at ${water.lowestM} m lies over high water at ${water.highestM} m.`,
      ),
    )
  return problems
}
