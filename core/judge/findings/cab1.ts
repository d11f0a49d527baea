import { MOST_CHANNEL_M, estimatedLengthM, routeLength, routeOf } from '../../network/cabling'
import { deviceOf, portName } from '../../plan'
import type { Link, Site } from '../../plan'
import type { Rule, Sighting } from './types'
import { atPort } from './where'

/** Copper over 100 m, by the length that is written down, drawn, or worked out from where the devices are. */
export const cab1: Rule = {
  code: 'CAB-1',
  check: ({ site }) => site.links.flatMap((link) => check(site, link)),
}

function check(site: Site, link: Link): Sighting[] {
  if (link.category === 'fibre' || link.category === 'mains') return []
  const [lengthM, how] = longest(site, link)
  if (lengthM <= MOST_CHANNEL_M) return []
  return [
    {
      says: `The ${link.category} cable from ${portName(site, link.a)} to ${portName(site, link.b)} is ${lengthM.toFixed(0)} m ${how}; copper ends at ${MOST_CHANNEL_M} m.`,
      where: [atPort(site, link.a), atPort(site, link.b)],
      mend: {
        label: 'Plan fibre there',
        edits: [{ op: 'put', collection: 'links', record: { ...link, category: 'fibre' } }],
      },
    },
  ]
}

function longest(site: Site, link: Link): [number, string] {
  const route = routeOf(site, link)
  const drawn = route ? routeLength(site, route).value : null
  const reckoned = estimatedLengthM(site, deviceOf(site, link.a.deviceId), deviceOf(site, link.b.deviceId))
  if (drawn !== null && drawn > link.lengthM) return [drawn, 'as drawn']
  // A worked out length only counts where nothing better is known.
  if (drawn === null && link.lengthM <= 1 && reckoned !== null) return [reckoned, 'by the places of its ends']
  return [link.lengthM, 'by the plan']
}
