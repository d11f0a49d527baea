import { BAND_MHZ, edgeLossDb, edgeNu, gainTowards } from '../propagation'
import { within } from '../../plan'
import type { Band, Obstacle, Point, Site } from '../../plan'
import { SOLID_DB } from './kernel'
import type { PlannedRadio } from './plannedRadios'
import { lawFor } from './plannedRadios'
import { learnedLoss } from './learned'
import type { Propagation } from './propagation'
import { anticlockwise, isOutdoors, slabsOf, wallName, wallPieces } from './scene'

/** One thing on the way and what it costs. */
export interface Crossing {
  what: 'wall' | 'obstacle' | 'slab'
  /** In words. */
  name: string
  /** What goes by that name for all that is learned of it. */
  called: string
  /** How far the way runs inside; null: it is thin. */
  insideM: number | null
  /** From the radio, along the ground. */
  atM: number
  lossDb: number
}

/** The whole calculation from one radio to one spot, the slow and plain way: what the kernel must come to as well. */
export interface SignalPath {
  distanceM: number
  gainDbi: number
  distanceLossDb: number
  crossings: Crossing[]
  /** Outdoors, over the highest edge instead of through it; null where that is not cheaper or not possible. */
  overEdgeDb: number | null
  /** What the crossings cost in the end. */
  obstructionDb: number
  /** Whether a wall stands between, whatever it costs. */
  behindWalls: boolean
  /** How far the radio was measured to be off. */
  offsetDb: number
  /** Antenna gain less all losses, with what the radio is off. */
  wayDb: number
}

interface Ray {
  from: Point
  to: Point
  fromZ: number
  dz: number
  flatM: number
  longM: number
}

export function signalPath(site: Site, radio: PlannedRadio, to: Point, clientZM: number): SignalPath {
  const { band, position, zM } = radio
  const [dx, dy] = [to[0] - position.at[0], to[1] - position.at[1]]
  const dz = clientZM - zM
  const flatM = Math.hypot(dx, dy)
  const distanceM = Math.max(1, Math.hypot(flatM, dz))
  const ray: Ray = { from: position.at, to, fromZ: zM, dz, flatM, longM: distanceM }
  const law = lawFor(site, radio, clientZM)
  const open = isOutdoors(site, position.at) && isOutdoors(site, to)
  const { walls, grazeDb, blockedNu } = wallsOn(site, band, ray)
  const obstacles = site.obstacles.flatMap((obstacle) => obstacleOn(site, obstacle, band, ray))
  const slabs = slabsOn(site, band, ray, law)
  const slope = walls.length > 0 ? law.behindWalls : law.clear
  const turn = open && distanceM > law.breakM ? 20 * Math.log10(distanceM / law.breakM) : 0
  const distanceLossDb = slope.atOneM + slope.perDecade * Math.log10(distanceM) + turn
  const solid = [...walls, ...obstacles.map(({ crossing }) => crossing)].filter(({ lossDb }) => lossDb > 0)
  const through = solid.reduce((sum, { lossDb }) => sum + lossDb, 0)
  const nu = Math.max(blockedNu, ...obstacles.map((one) => one.nu), -Infinity)
  const over = open && law.bends && through > 0 && nu > -0.78 ? edgeLossDb(nu) : null
  const clearing = open && law.bends && through === 0 ? grazeDb : 0
  const overEdgeDb = over !== null && over < through ? over : null
  const slabDb = slabs.reduce((sum, { lossDb }) => sum + lossDb, 0)
  const obstructionDb = (law.countsWalls ? (overEdgeDb ?? through) + clearing : 0) + slabDb
  const gainDbi = gainAt(radio, to, clientZM)
  return {
    distanceM,
    gainDbi,
    distanceLossDb,
    crossings: [...(law.countsWalls ? solid : []), ...slabs].sort((a, b) => a.atM - b.atM),
    overEdgeDb: law.countsWalls ? overEdgeDb : null,
    obstructionDb,
    behindWalls: walls.length > 0,
    offsetDb: radio.offsetDb,
    wayDb: gainDbi + radio.offsetDb - distanceLossDb - obstructionDb,
  }
}

/** A radio's gain towards a spot at that height over the yard's zero, dBi. */
export function gainAt({ position, antenna, zM }: PlannedRadio, to: Point, toZM: number): number {
  const [dx, dy] = [to[0] - position.at[0], to[1] - position.at[1]]
  const distanceM = Math.max(1, Math.hypot(dx, dy, toZM - zM))
  const side = Math.atan2(dx, dy) - (position.azimuthDeg * Math.PI) / 180
  return gainTowards(antenna, side, (zM - toZM) / distanceM, (position.tiltDeg * Math.PI) / 180)
}

/** Where a straight piece is met on the way, as a share of it; null if not. */
function metAt({ from, to }: Ray, a: Point, b: Point): number | null {
  const rx = to[0] - from[0]
  const ry = to[1] - from[1]
  const side1 = rx * (a[1] - from[1]) - ry * (a[0] - from[0])
  const side2 = rx * (b[1] - from[1]) - ry * (b[0] - from[0])
  if (side1 < 0 === side2 < 0) return null
  const sx = b[0] - a[0]
  const sy = b[1] - a[1]
  const t = ((a[0] - from[0]) * sy - (a[1] - from[1]) * sx) / (rx * sy - ry * sx)
  return t <= 0 || t >= 1 ? null : t
}

function wallsOn(site: Site, band: Band, ray: Ray) {
  const walls: Crossing[] = []
  let blockedNu = -Infinity
  let leastGap = Infinity
  let grazeDb = 0
  for (const piece of wallPieces(site, band)) {
    const t = metAt(ray, piece.from, piece.to)
    if (t === null) continue
    const z = ray.fromZ + t * ray.dz
    if (z < piece.lowM) continue
    const nu = nuAt(band, piece.highM - z, t, ray)
    if (z <= piece.highM) {
      blockedNu = Math.max(blockedNu, nu)
      const name = wallName(piece)
      walls.push({
        what: 'wall',
        name,
        called: name,
        insideM: null,
        atM: t * ray.flatM,
        lossDb: piece.lossDb,
      })
    } else if (piece.lossDb >= SOLID_DB && -nu < leastGap) {
      leastGap = -nu
      grazeDb = edgeLossDb(nu)
    }
  }
  return { walls, grazeDb, blockedNu }
}

const nuAt = (band: Band, aboveM: number, t: number, { longM }: Ray): number =>
  edgeNu(BAND_MHZ[band], aboveM, t * longM, (1 - t) * longM)

/** How far a ray runs inside an obstacle, and how high its edges stand in the way. */
function obstacleOn(
  site: Site,
  obstacle: Obstacle,
  band: Band,
  ray: Ray,
): { crossing: Crossing; nu: number }[] {
  const floorM = site.levels.find(({ id }) => id === obstacle.levelId)?.floorM ?? 0
  const topM = floorM + obstacle.heightM
  const corners = anticlockwise(obstacle.outline)
  const hits = corners
    .flatMap((a, i) => metAt(ray, a, corners[(i + 1) % corners.length]!) ?? [])
    .sort((a, b) => a - b)
  const marks = [0, ...hits, 1]
  let inside = within(obstacle.outline, ray.from)
  let shareInside = 0
  for (let i = 1; i < marks.length; i++) {
    if (inside) shareInside += lowShare(marks[i - 1]!, marks[i]!, ray, floorM, topM)
    inside = !inside
  }
  if (shareInside <= 0) return []
  const nu = Math.max(
    -Infinity,
    ...hits
      .filter((t) => ray.fromZ + t * ray.dz <= topM && ray.fromZ + t * ray.dz >= floorM)
      .map((t) => nuAt(band, topM - (ray.fromZ + t * ray.dz), t, ray)),
  )
  const lengthM = shareInside * ray.longM
  return [
    {
      crossing: {
        what: 'obstacle',
        name: `${obstacle.name}, ${lengthM.toFixed(1)} m`,
        called: obstacle.name,
        insideM: lengthM,
        atM: (hits[0] ?? 0) * ray.flatM,
        lossDb: lengthM * learnedLoss(site, band, 'obstacle', obstacle.name, obstacle.lossDbPerM),
      },
      nu,
    },
  ]
}

/** The part of a stretch that runs between floor and top. */
function lowShare(from: number, to: number, { fromZ, dz }: Ray, floorM: number, topM: number): number {
  if (dz === 0) return fromZ >= floorM && fromZ <= topM ? to - from : 0
  const [a, b] = [(floorM - fromZ) / dz, (topM - fromZ) / dz]
  return Math.max(0, Math.min(to, Math.max(a, b)) - Math.max(from, Math.min(a, b)))
}

function slabsOn(site: Site, band: Band, ray: Ray, law: Propagation): Crossing[] {
  if (law.slabs === 'none' || ray.dz === 0) return []
  let floors = 0
  return slabsOf(site, band).flatMap((slab) => {
    const t = (slab.heightM - ray.fromZ) / ray.dz
    if (t <= 0 || t >= 1) return []
    const at: Point = [
      ray.from[0] + t * (ray.to[0] - ray.from[0]),
      ray.from[1] + t * (ray.to[1] - ray.from[1]),
    ]
    if (!within(slab.outline, at)) return []
    const table = floors === 0 ? law.firstFloorDb : law.furtherFloorDb
    floors++
    return [
      {
        what: 'slab' as const,
        name: slab.name,
        called: slab.name,
        insideM: null,
        atM: t * ray.flatM,
        lossDb: law.slabs === 'material' ? slab.lossDb : table,
      },
    ]
  })
}
