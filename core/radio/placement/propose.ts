import {
  cellsWithin,
  computeLayer,
  gridOver,
  kernelRadio,
  layerJob,
  outdoorCells,
  plannedRadio,
  sceneOf,
  sigmaDbOf,
} from '../coverage'
import { marginDb } from '../propagation'
import {
  accessPoints,
  areaClients,
  boxOf,
  distanceM,
  isAccessPoint,
  kindOf,
  newDevice,
  servesOn,
  typeOf,
} from '../../plan'
import type { Area, Device, DeviceType, Edit, Id, Site } from '../../plan'
import type { Solve } from '../../lib/solver'
import { best, fewest, sharesOf } from './choose'
import type { Placement, PlacementProblem } from './choose'
import { candidates, socketsFor } from './candidates'
import type { Candidate } from './candidates'

export interface PlacementAims {
  goal: 'fewest' | 'best'
  /** For the best: access points at most. */
  count: number
  /** For the fewest: share of every area that must be covered. */
  leastShare: number
  /** Clients that one access point can serve at once. */
  clientsEach: number
  /** No area may come out worse than it is now. */
  keepsAreas: boolean
}

export interface PlacementProposal {
  placement: Placement
  edits: Edit[]
  /** By area: share covered with the site's own confidence, before and after. */
  areas: { areaId: Id; before: number; after: number }[]
  placedBefore: number
  placedAfter: number
  reasons: { about: string; says: string }[]
  /** Spots that were weighed. */
  tried: number
}

/** Moving an access point must gain this much: a hundredth of an access point, or so many square metres. Common practice, no source. */
const MOVE_PRICE: Record<PlacementAims['goal'], number> = { fewest: 0.01, best: 10 }

/** Cells of this size are weighed; finer ones make the programme larger and hardly better. */
const CELL_M = 2

/**
 * Where the access points should go. A spot covers a cell when the level there, less z σ, meets the area's need. Access points that
 * are locked stay; the others are moved to the nearest chosen spot, further ones are added, spare ones come off.
 */
export function proposePlacement(
  site: Site,
  aims: PlacementAims,
  solve: Solve,
  seconds: number,
  newId: () => Id,
  onProgress: (share: number) => void = () => undefined,
): PlacementProposal {
  const placed = accessPoints(site)
  const type = commonType(site, placed)
  const spots = candidates(site, placed, type)
  const areas = site.areas.filter(({ levelId, outline }) => levelId !== null && outline.length > 2)
  const problem = problemOf(site, areas, spots, type, aims, onProgress)
  const placedNow = spots.flatMap(({ deviceId }, i) => (deviceId ? [i] : []))
  const before = sharesOf(problem, placedNow)
  if (aims.keepsAreas) problem.areas.forEach((area, i) => (area.keptShare = before[i] ?? 0))
  const placement =
    aims.goal === 'fewest' ? fewest(problem, solve, seconds) : best(problem, aims.count, solve, seconds)
  const shared = { placement, placedBefore: placedNow.length, tried: spots.length }
  const by = (after: number[]) =>
    areas.map(({ id }, i) => ({ areaId: id, before: before[i] ?? 0, after: after[i] ?? 0 }))
  if (placement.chosen.length === 0)
    return {
      ...shared,
      edits: [],
      areas: by(before),
      placedAfter: placedNow.length,
      reasons: whyNot(problem, areas, aims),
    }
  const moves = assignDevices(site, placed, spots, placement.chosen, type, newId)
  return {
    ...shared,
    ...moves,
    areas: by(sharesOf(problem, placement.chosen)),
    placedAfter: placement.chosen.length,
  }
}

/** The type that most access points are of: what new ones would be. */
function commonType(site: Site, placed: readonly Device[]): DeviceType | undefined {
  const counts = new Map<DeviceType, number>()
  for (const device of placed) {
    const type = typeOf(site, device)
    if (type) counts.set(type, (counts.get(type) ?? 0) + 1)
  }
  const most = [...counts].sort((a, b) => b[1] - a[1])[0]
  return most?.[0] ?? site.deviceTypes.find(isAccessPoint)
}

function problemOf(
  site: Site,
  areas: readonly Area[],
  spots: readonly Candidate[],
  type: DeviceType | undefined,
  aims: PlacementAims,
  onProgress: (share: number) => void,
): PlacementProblem {
  const switches = site.devices.filter((device) => kindOf(device).switching === 'managed')
  const margin = marginDb(sigmaDbOf(site.ground), site.ground.confidencePercent)
  const points = areas.flatMap((area, index) => {
    onProgress(index / areas.length)
    return pointsOf(site, area, index, spots, type, margin)
  })
  return {
    spots: spots.map(({ locked, feed, deviceId }) => ({
      locked,
      price: deviceId ? 0 : MOVE_PRICE[aims.goal],
      feed: feed ? switches.findIndex(({ id }) => id === feed.switchId) : -1,
    })),
    sockets: switches.map((device) => socketsFor(site, device, type)),
    areas: areas.map((area) => ({ clients: areaClients(area), leastShare: aims.leastShare })),
    points,
    clientsEach: aims.clientsEach,
  }
}

/** The cells of an area with the spots that cover them. */
function pointsOf(
  site: Site,
  area: Area,
  index: number,
  spots: readonly Candidate[],
  type: DeviceType | undefined,
  margin: number,
): PlacementProblem['points'] {
  const box = boxOf(area.outline)
  const floorM = site.levels.find(({ id }) => id === area.levelId)?.floorM ?? 0
  if (!box) return []
  const grid = gridOver(box.min, box.max, CELL_M, floorM + site.ground.clientHeightM, 20_000)
  const cells = cellsWithin(grid, area.outline)
  const scene = sceneOf(site, area.band)
  const outdoors = outdoorCells(scene, grid)
  const by = cells.map((): number[] => [])
  spots.forEach((spot, i) => {
    const device = site.devices.find(({ id }) => id === spot.deviceId) ?? (type && newDevice('', '', type))
    const radio = device?.radios.find(({ band, enabled }) => band === area.band && enabled)
    if (!device || !radio || !servesOn(device, area.band)) return
    const planned = plannedRadio(site, device, spot.position, radio)
    const layer = computeLayer(layerJob(scene, kernelRadio(site, planned, grid.zM), grid, outdoors))
    const rise = planned.powerDbm + site.ground.clientGainDbi - margin
    cells.forEach((cell, k) => {
      if (layer[cell]! + rise >= area.leastSignalDbm) by[k]!.push(i)
    })
  })
  return by.map((list) => ({ area: index, weight: grid.cellM * grid.cellM, by: list }))
}

/** Which access point goes where: those that are mounted at a chosen spot stay, the others go to the nearest one left. */
function assignDevices(
  site: Site,
  placed: readonly Device[],
  spots: readonly Candidate[],
  chosen: readonly number[],
  type: DeviceType | undefined,
  newId: () => Id,
): Pick<PlacementProposal, 'edits' | 'reasons'> {
  const stays = new Set(chosen.flatMap((i) => spots[i]!.deviceId ?? []))
  const loose = placed.filter(({ id, position }) => !stays.has(id) && !position?.locked)
  const edits: Edit[] = []
  const reasons: PlacementProposal['reasons'] = []
  let added = 0
  for (const i of chosen) {
    const spot = spots[i]!
    if (spot.deviceId) continue
    const nearest = loose
      .map((device, k) => ({ k, far: farFrom(device, spot) }))
      .sort((a, b) => a.far - b.far)[0]
    const moved = nearest ? loose.splice(nearest.k, 1)[0] : undefined
    const feeder = site.devices.find(({ id }) => id === spot.feed?.switchId)?.name ?? 'a switch'
    const cable = `${spot.feed?.lengthM.toFixed(0)} m of cable to ${feeder}`
    if (moved) {
      edits.push({ op: 'put', collection: 'devices', record: { ...moved, position: spot.position } })
      reasons.push({ about: moved.name, says: `moves to ${placeText(spot)}, ${cable}` })
    } else if (type) {
      added++
      const device = { ...newDevice(newId(), `New AP ${added}`, type), position: spot.position }
      edits.push({ op: 'put', collection: 'devices', record: device })
      reasons.push({
        about: device.name,
        says: `is added at ${placeText(spot)}, ${cable}; cable it at Ports`,
      })
    }
  }
  for (const device of loose.filter(({ position }) => position !== null)) {
    edits.push({ op: 'put', collection: 'devices', record: { ...device, position: null } })
    reasons.push({ about: device.name, says: 'is not needed for this and comes off the chart' })
  }
  return { edits, reasons }
}

const farFrom = ({ position }: Device, spot: Candidate): number =>
  position
    ? distanceM(position.at, spot.position.at) + (position.levelId === spot.position.levelId ? 0 : 1000)
    : 10_000

const placeText = ({ position }: Candidate): string =>
  `${position.at[0].toFixed(1)} m east, ${position.at[1].toFixed(1)} m north, ${position.heightM.toFixed(1)} m up`

/** Why nothing was chosen: what no spot covers, and whether sockets are short. */
function whyNot(
  problem: PlacementProblem,
  areas: readonly Area[],
  aims: PlacementAims,
): PlacementProposal['reasons'] {
  if (aims.goal === 'best' && aims.keepsAreas)
    return [
      {
        about: 'Areas',
        says: `With ${aims.count} access points at most some area would come out worse than it is now. Allow that, or allow more of them.`,
      },
    ]
  const most = sharesOf(
    problem,
    problem.spots.map((_, i) => i),
  )
  const short = areas.flatMap(({ name }, i) =>
    (most[i] ?? 1) < (problem.areas[i]?.leastShare ?? 0)
      ? [{ about: name, says: `all spots together cover ${((most[i] ?? 0) * 100).toFixed(0)} % of it` }]
      : [],
  )
  if (short.length > 0) return short
  const sockets = problem.sockets.reduce((sum, free) => sum + free, 0)
  return [
    {
      about: 'Sockets',
      says: `The switches in reach have ${sockets} powered sockets left, and it would take more, or the clients need more access points than that.`,
    },
  ]
}
