import { distanceM, meeting, within } from '../../plan'
import type { CableRoute, Device, Link, Point, Position, RoutePoint, Site } from '../../plan'
import type { Traced } from '../../lib/traced'

/** 90 m laid and 10 m of patch cords. Source: ISO/IEC 11801-1, ANSI/TIA-568.2-D, from memory. */
export const MOST_CHANNEL_M = 100

/** The length of a drawn cable: its pieces, level to level straight up, and what is spare. */
export function routeLength(site: Site, route: CableRoute): Traced {
  const floor = (levelId: string) => site.levels.find(({ id }) => id === levelId)?.floorM ?? 0
  let [flat, up] = [0, 0]
  route.points.forEach((point, i) => {
    const before = route.points[i - 1]
    if (!before) return
    flat += distanceM(before.at, point.at)
    up += Math.abs(floor(point.levelId) - floor(before.levelId))
  })
  return {
    value: flat + up + route.spareM,
    unit: 'm',
    formula: 'Σ pieces + rises + spare',
    inputs: [
      { name: 'pieces', value: `${flat.toFixed(1)} m` },
      { name: 'rises', value: `${up.toFixed(1)} m` },
      { name: 'spare', value: `${route.spareM.toFixed(1)} m` },
    ],
    source:
      'The drawn way. At most 90 m laid and 10 m of patch cords: ISO/IEC 11801-1, ANSI/TIA-568.2-D, from memory',
  }
}

/** Cables go along walls: a fifth more than straight, both heights, and slack. Common practice, no source. */
const DETOUR = 1.2
const SLACK_M = 3

/** What a cable between two placed devices would need, for want of a drawn way. Null unless both have a place. */
export function estimatedLengthM(site: Site, a: Device | undefined, b: Device | undefined): number | null {
  if (!a?.position || !b?.position) return null
  const height = ({ position }: Device) =>
    (site.levels.find(({ id }) => id === position?.levelId)?.floorM ?? 0) + (position?.heightM ?? 0)
  const flat = flatWayM(site, a.position, b.position)
  return flat * DETOUR + Math.abs(height(a) - height(b)) + SLACK_M
}

/** Along the ground: straight on one level, else by the riser that makes the shortest way, if one joins the two levels. */
function flatWayM(site: Site, a: Position, b: Position): number {
  const straight = distanceM(a.at, b.at)
  if (a.levelId === b.levelId) return straight
  const ways = site.risers
    .filter(({ levelIds }) => levelIds.includes(a.levelId) && levelIds.includes(b.levelId))
    .map(({ at }) => distanceM(a.at, at) + distanceM(at, b.at))
  return ways.length > 0 ? Math.min(...ways) : straight
}

/** Names of the places where no cable can run that a drawn way leads through. */
export const forbiddenOn = (site: Site, { points }: CableRoute): string[] =>
  site.keepOuts
    .filter(
      ({ forbids, levelId, outline }) =>
        forbids !== 'mounting' &&
        points.some(
          (point, i) => point.levelId === levelId && goesThrough(outline, points[i - 1] ?? point, point),
        ),
    )
    .map(({ name }) => name)

const goesThrough = (outline: readonly Point[], from: RoutePoint, to: RoutePoint): boolean =>
  within(outline, to.at) ||
  (from.levelId === to.levelId &&
    outline.some((corner, i) => meeting(from.at, to.at, corner, outline[(i + 1) % outline.length] ?? corner)))

/** The drawn way of a cable, if there is one. */
export const routeOf = (site: Site, link: Link): CableRoute | undefined =>
  site.cableRoutes.find(({ linkId }) => linkId === link.id)
