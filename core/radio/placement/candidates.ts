import { loadAt, poeBudget, poeClassFigures } from '../../network/power'
import { estimatedLengthM } from '../../network/cabling'
import { isAccessPoint, kindOf, meeting, neighbourAt, newDevice, portSpecOf, within } from '../../plan'
import type { Device, DeviceType, Id, Point, Site } from '../../plan'
import type { Position } from '../../plan'

/** A spot with its access point and how it is fed. */
export interface Candidate {
  position: Position
  /** The access point that is mounted there already, if any. */
  deviceId: Id | null
  locked: boolean
  /** The switch that would feed it, and how much cable it takes; null: none in reach. */
  feed: { switchId: Id; lengthM: number } | null
}

/** Distance between spots that are tried, and the longest cable that is laid. */
const STEP_M = 7
export const MOST_LAID_M = 90
/** No more spots than the solver can weigh in a few seconds. */
const MOST_CANDIDATES = 140

const forbids = (site: Site, levelId: Id, at: Point, what: 'mounting' | 'cable'): boolean =>
  site.keepOuts.some(
    (place) =>
      place.levelId === levelId &&
      (place.forbids === what || place.forbids === 'both') &&
      within(place.outline, at),
  )

/** Whether a straight cable would lead through a place where none can run. */
function crossesForbidden(site: Site, levelId: Id, from: Point, to: Point): boolean {
  return site.keepOuts.some(
    ({ levelId: on, forbids: what, outline }) =>
      on === levelId &&
      what !== 'mounting' &&
      outline.some((corner, i) => meeting(from, to, corner, outline[(i + 1) % outline.length]!)),
  )
}

/**
 * How many access points a switch can feed that are not locked in their place: sockets that give power and are free, or feed an
 * access point that may be moved, as far as its watts last.
 */
export function socketsFor(site: Site, device: Device, type: DeviceType | undefined): number {
  const powered = device.ports.filter(({ number }) => portSpecOf(site, device, number)?.pse != null)
  const movable = powered.filter((port) =>
    loadAt(site, device, port).some(({ device: fed }) => isAccessPoint(fed) && !fed.position?.locked),
  )
  const free = powered.filter(({ number }) => !neighbourAt(site, { deviceId: device.id, port: number }))
  const budget = poeBudget(site, device)
  const each = type?.poeClass == null ? 0 : poeClassFigures(type.poeClass).pseW
  const sockets = movable.length + free.length
  if (!budget || each <= 0) return sockets
  const given = movable
    .flatMap((port) => loadAt(site, device, port))
    .reduce((sum, load) => sum + load.allocatedW, 0)
  const left = budget.budgetW - budget.allocated.value + given
  return Math.min(sockets, Math.max(0, Math.floor(left / each)))
}

/** The powered socket that an access point takes where it is; null: it is fed otherwise, and takes none. */
function feedNow(site: Site, device: Device): Candidate['feed'] {
  for (const { number } of device.ports) {
    const neighbour = neighbourAt(site, { deviceId: device.id, port: number })
    const port = neighbour?.device.ports.find((one) => one.number === neighbour.end.port)
    if (!neighbour || !port || kindOf(neighbour.device).switching !== 'managed') continue
    if (loadAt(site, neighbour.device, port).some((load) => load.device.id === device.id))
      return { switchId: neighbour.device.id, lengthM: neighbour.link.lengthM }
  }
  return null
}

/** Where access points could be mounted: where they are mounted, and a lattice over the drawn areas that may be mounted in and cabled to. */
export function candidates(
  site: Site,
  accessPoints: readonly Device[],
  type: DeviceType | undefined,
): Candidate[] {
  const switches = site.devices.filter(
    (device) => kindOf(device).switching === 'managed' && device.position !== null,
  )
  const feedOf = (position: Position): Candidate['feed'] => {
    const added = type && { ...newDevice('', '', type), position }
    const reach = switches.flatMap((device) => {
      const lengthM = estimatedLengthM(site, device, added)
      if (lengthM === null || lengthM > MOST_LAID_M || !device.position) return []
      if (crossesForbidden(site, position.levelId, device.position.at, position.at)) return []
      return [{ switchId: device.id, lengthM }]
    })
    return reach.sort((a, b) => a.lengthM - b.lengthM)[0] ?? null
  }
  const placedNow = accessPoints.flatMap((device): Candidate[] =>
    device.position
      ? [
          {
            position: device.position,
            deviceId: device.id,
            locked: device.position.locked,
            feed: feedNow(site, device),
          },
        ]
      : [],
  )
  const lattice = site.areas.flatMap(({ levelId, outline }) => {
    const level = site.levels.find(({ id }) => id === levelId)
    if (!level || outline.length < 3) return []
    return latticeIn(outline)
      .filter((at) => !forbids(site, level.id, at, 'mounting'))
      .map((at): Candidate => {
        const position: Position = {
          levelId: level.id,
          at,
          heightM: Math.max(0.5, level.heightM - 0.3),
          antennaId: null,
          azimuthDeg: 0,
          tiltDeg: 0,
          locked: false,
        }
        return { position, deviceId: null, locked: false, feed: feedOf(position) }
      })
      .filter(({ feed }) => feed !== null)
  })
  const every = Math.max(1, Math.ceil(lattice.length / Math.max(1, MOST_CANDIDATES - placedNow.length)))
  return [...placedNow, ...lattice.filter((_, i) => i % every === 0)]
}

function latticeIn(outline: readonly Point[]): Point[] {
  const xs = outline.map(([x]) => x)
  const ys = outline.map(([, y]) => y)
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const steps = (span: number) => Math.max(1, Math.round(span / STEP_M))
  const [nx, ny] = [steps(right - left), steps(high - low)]
  const spots: Point[] = []
  for (let i = 0; i < nx; i++)
    for (let j = 0; j < ny; j++) {
      const at: Point = [
        Math.round((left + ((i + 0.5) * (right - left)) / nx) * 10) / 10,
        Math.round((low + ((j + 0.5) * (high - low)) / ny) * 10) / 10,
      ]
      if (within(outline, at)) spots.push(at)
    }
  return spots
}
