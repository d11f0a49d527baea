import { newListedParts } from '../parts/listing'
import { needsOf, shortOf, toGet } from '../parts'
import type { Need } from '../parts'
import { deviceOf } from '../../plan'
import type { Site } from '../../plan'
import type { Sighting } from './types'
import { atDevice } from './where'

/** What the plan needs and the list that was taken does not have, so many of each. A list that follows the plan lacks nothing. */
function lacking(site: Site): { need: Need; short: number }[] {
  if (site.parts.length === 0) return []
  const lines = new Map(site.parts.map((line) => [line.key, line]))
  return needsOf(site)
    .map((need) => ({ need, short: shortOf(need, lines.get(need.key)) }))
    .filter(({ short }) => short > 0)
}

/** One finding for each, with the list mended by one click. */
export const lackingParts = (site: Site, isMine: (need: Need) => boolean): Sighting[] =>
  lacking(site)
    .filter(({ need }) => isMine(need))
    .map(({ need, short }) => {
      const unit = need.unit === 'm' ? ' m of' : ' ×'
      return {
        says: `The plan needs ${toGet(need)}${unit} “${need.name}”, and the parts list has ${short} too few.`,
        where: need.deviceIds.slice(0, MOST_NAMED).flatMap((id) => {
          const device = deviceOf(site, id)
          return device ? [atDevice(device)] : []
        }),
        severity: 'fix' as const,
        mend: {
          label: `Put ${short}${need.unit === 'm' ? ' m' : ''} on the parts list`,
          edits: newListedParts(site, [need]),
        },
      }
    })

/** More than these are not lit up. */
const MOST_NAMED = 12
