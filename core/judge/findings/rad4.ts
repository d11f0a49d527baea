import { downDbm, heardAt, plannedRadios, signalPath } from '../../radio/coverage'
import type { PlannedRadio } from '../../radio/coverage'
import { sameGround } from '../../radio/sameGround'
import { keptWhile } from '../../lib/keptWhile'
import { perSite } from '../../lib/perSite'
import { footOn } from '../../plan/drawing'
import { BAND_MHZ, freeSpaceLossDb } from '../../radio/propagation'
import { accessPoints, boxOf, distanceM, within } from '../../plan'
import type { Area, Device, Point, Site } from '../../plan'
import type { Rule, Sighting } from './types'
import { atDevice } from './where'

/** Common practice, no source: half a metre from metal, and from both walls of a corner. */
const NEAR_METAL_M = 0.5
const NEAR_CORNER_M = 0.7
/** Points across an area each way that are looked at. */
const LOOKS = 5
/** An area with more than this share of its spots too weak is a dead spot. */
const DEAD_SHARE = 0.3

/** Access points mounted badly: by metal, in a corner, or with too much between them and an area. */
export const rad4: Rule = {
  code: 'RAD-4',
  check: ({ site }) => seenIn(sameGround(site), 'all'),
}

const kept = keptWhile<Device, Sighting[]>()

const seenIn = perSite((site: Site, _all: 'all') => [
  ...accessPoints(site).flatMap((device) => kept(device, [site.walls], () => mountedBadly(site, device))),
  ...deadSpots(site),
])

function mountedBadly(site: Site, device: Device): Sighting[] {
  const { position } = device
  if (!position) return []
  const near = site.walls
    .filter(
      ({ levelId, heightM }) => levelId === position.levelId && (heightM ?? Infinity) >= position.heightM,
    )
    .flatMap(({ points, material }) =>
      points.slice(1).map((to, i) => {
        const from = points[i] ?? to
        return {
          material,
          far: distanceM(position.at, footOn(position.at, from, to)),
          turn: Math.atan2(to[1] - from[1], to[0] - from[0]),
        }
      }),
    )
  const metal = near.find(({ material, far }) => material === 'metal' && far < NEAR_METAL_M)
  if (metal)
    return [
      {
        says: `${device.name} is mounted ${(metal.far * 100).toFixed(0)} cm from a metal wall: it shades half of the yard and bends the pattern. Half a metre off is the least.`,
        where: [atDevice(device)],
      },
    ]
  const close = near.filter(({ far }) => far < NEAR_CORNER_M)
  const corner = close.some((a) => close.some((b) => Math.abs(Math.sin(a.turn - b.turn)) > 0.5))
  return corner
    ? [
        {
          says: `${device.name} is mounted in a corner, less than ${NEAR_CORNER_M * 100} cm from both walls. In the open, high up, it reaches further.`,
          where: [atDevice(device)],
        },
      ]
    : []
}

/** Spots spread over an area. */
function looksIn({ outline }: Area): Point[] {
  const box = boxOf(outline)
  if (!box) return []
  const at = (low: number, high: number, i: number) => low + ((i + 0.5) * (high - low)) / LOOKS
  return Array.from({ length: LOOKS * LOOKS }, (_, k): Point => [
    at(box.min[0], box.max[0], k % LOOKS),
    at(box.min[1], box.max[1], Math.floor(k / LOOKS)),
  ]).filter((point) => within(outline, point))
}

function deadSpots(site: Site): Sighting[] {
  return site.areas.flatMap((area): Sighting[] => {
    const level = site.levels.find(({ id }) => id === area.levelId)
    if (!level || area.outline.length < 3) return []
    const radios = plannedRadios(site, area.band).filter(({ serves }) => serves)
    const looks = looksIn(area)
    const zM = level.floorM + site.ground.clientHeightM
    const dead = looks.filter((at) => !isHeard(site, radios, at, zM, area.leastSignalDbm))
    const nearest = nearestAccessPoint(site, area)
    if (looks.length === 0 || dead.length <= looks.length * DEAD_SHARE || !nearest) return []
    const walls = dead.map((at) => wallsToBest(site, radios, at, zM))
    const most = Math.max(0, ...walls)
    const share = Math.round((100 * dead.length) / looks.length)
    const why =
      radios.length === 0
        ? `no access point is placed that sends at ${area.band} GHz`
        : `up to ${most} ${most === 1 ? 'wall' : 'walls'} and floors stand between it and the access point that is heard best`
    return [
      {
        says: `${area.name} is too weak in about ${share} % of its spots (needs ${area.leastSignalDbm} dBm at ${area.band} GHz): ${why}.`,
        where: [atDevice(nearest)],
      },
    ]
  })
}

/** The way to each radio, as if nothing stood in between: no real one is louder. */
const atBest = (site: Site, { antenna, position, powerDbm, band }: PlannedRadio, at: Point): number =>
  powerDbm +
  antenna.gainDbi +
  site.ground.clientGainDbi -
  freeSpaceLossDb(BAND_MHZ[band], Math.max(1, distanceM(position.at, at)))

/** Whether any radio meets the need at a spot: the likeliest are looked at first, and the hopeless ones not at all. */
function isHeard(
  site: Site,
  radios: readonly PlannedRadio[],
  at: Point,
  zM: number,
  needDbm: number,
): boolean {
  return radios
    .map((radio) => ({ radio, hope: atBest(site, radio, at) }))
    .filter(({ hope }) => hope >= needDbm)
    .sort((a, b) => b.hope - a.hope)
    .some(({ radio }) => downDbm(radio, signalPath(site, radio, at, zM).wayDb, site.ground) >= needDbm)
}

/** Walls and floors on the way to the radio that is heard best after all. */
function wallsToBest(site: Site, radios: readonly PlannedRadio[], at: Point, zM: number): number {
  const [best] = heardAt(site, radios, at, zM)
  return best ? best.way.crossings.filter(({ what }) => what !== 'obstacle').length : 0
}

/** A device to point at: the nearest access point, or any that could be one. */
function nearestAccessPoint(site: Site, { outline, levelId }: Area): Device | undefined {
  const middle = outline[0]
  const far = ({ position }: Device) =>
    position && middle ? distanceM(position.at, middle) + (position.levelId === levelId ? 0 : 1000) : Infinity
  return [...accessPoints(site)].sort((a, b) => far(a) - far(b))[0]
}
