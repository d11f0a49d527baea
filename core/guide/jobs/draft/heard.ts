import { bridgeEnds, pathProfile, plannedHop } from '../../../radio/backhaul'
import type { Device } from '../../../plan'
import { now, refuse } from './draft'
import type { Draft } from './draft'
import { placeBeside } from './place'

/** Weaker than this a link holds no rate worth having: half of full signal. Common practice, no source. */
const LEAST_DBM = -75

interface Link {
  distanceM: number
  heightM: number
  turn?: (bearingDeg: number) => void
}

/** Puts the far end of a radio uplink that it has already where the parent is heard; refused at the question of the distance where it is nowhere. */
export function placeWhereHeard(draft: Draft, parent: Device, child: Device, link: Link): boolean {
  const isFit = () => {
    const hop = plannedHop(draft.site, now(draft, child))
    return typeof hop !== 'string' && hop.weakerDbm >= LEAST_DBM && isClear(draft, parent, child)
  }
  if (placeBeside(draft, now(draft, parent), child, { ...link, isFit })) return true
  refuse(
    draft,
    'distanceM',
    `How far is it? On the chart ${parent.name} is heard well enough nowhere at ${link.distanceM} m: walls and ground are in the way. Accepted: less, or move ${parent.name} on Ground first.`,
  )
  return false
}

/** Of a bridge the first Fresnel zone is looked at besides. */
function isClear(draft: Draft, parent: Device, child: Device): boolean {
  const device = now(draft, child)
  if (device.air?.way !== 'bridge') return true
  const ends = bridgeEnds(draft.site, now(draft, parent), device)
  return typeof ends !== 'string' && pathProfile(draft.site, ends[0], ends[1], null).isClear
}
