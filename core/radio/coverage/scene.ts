import { BAND_MHZ, materialOf, slabLossDb } from '../propagation'
import { learnedLoss } from './learned'
import { perSite } from '../../lib/perSite'
import { distanceM, within } from '../../plan'
import type { Band, Level, Point, Site, Wall } from '../../plan'

/** Numbers per upright piece: x1, y1, x2, y2, low, high, loss. A wall's loss is in dB; an obstacle's edge in dB per metre. */
export const PIECE = 7
/** Numbers per lying slab in `slabs`: first edge, edges, height, loss in dB. */
export const SLAB = 4

/** What stands between radios and clients on one band, as the kernel wants it. Metres, dB. */
export interface Scene {
  frequencyMhz: number
  /** Walls, PIECE numbers each. */
  walls: Float32Array
  /** Edges of obstacles, anticlockwise, PIECE numbers each. */
  edges: Float32Array
  slabs: Float32Array
  /** Corners of the slabs, x and y. */
  slabCorners: Float32Array
  /** Corners of the buildings' outlines, and how many each has: outside of them all is outdoors. */
  roofs: { corners: Float32Array; counts: Uint16Array }
}

/** One piece of wall with what it is, for explaining a way through. */
export interface WallPiece {
  wallId: string
  from: Point
  to: Point
  lowM: number
  highM: number
  lossDb: number
  material: string
  thicknessMm: number
}

/** Loss of a wall or its filling on a band: the user's figure where there is one. */
export function wallLossDb(
  wall: { material: string; thicknessMm: number; ownLossDb?: Wall['ownLossDb'] },
  band: Band,
): number {
  const own = wall.ownLossDb?.[band]
  return own ?? slabLossDb(materialOf(wall.material), wall.thicknessMm, BAND_MHZ[band])
}

/** What a wall or its filling is called, for a sum and for what is learned of it. */
export const wallName = ({ material, thicknessMm }: { material: string; thicknessMm: number }): string =>
  material === 'air' ? material : `${material} ${thicknessMm} mm`

/** The straight pieces of all walls, openings cut out and filled with what fills them. */
export const wallPieces = perSite((site: Site, band: Band): readonly WallPiece[] => {
  const levels = new Map(site.levels.map((level) => [level.id, level]))
  return site.walls.flatMap((wall) => {
    const level = levels.get(wall.levelId)
    const pieces = level ? piecesOf(wall, level, band) : []
    return pieces.map((piece) => ({
      ...piece,
      lossDb: learnedLoss(site, band, 'wall', wallName(piece), piece.lossDb),
    }))
  })
})

interface Stretch {
  fromM: number
  toM: number
  lossDb: number
  material: string
  thicknessMm: number
}

function piecesOf(wall: Wall, level: Level, band: Band): WallPiece[] {
  const pieces: WallPiece[] = []
  const stretches = stretchesOf(wall, band)
  let startM = 0
  for (let i = 1; i < wall.points.length; i++) {
    const [a, b] = [wall.points[i - 1]!, wall.points[i]!]
    const long = distanceM(a, b)
    const at = (m: number): Point => {
      const share = long === 0 ? 0 : (m - startM) / long
      return [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share]
    }
    for (const { fromM, toM, lossDb, material, thicknessMm } of stretches) {
      const [from, to] = [Math.max(fromM, startM), Math.min(toM, startM + long)]
      if (to - from <= 1e-6) continue
      pieces.push({
        wallId: wall.id,
        from: at(from),
        to: at(to),
        lowM: level.floorM,
        highM: level.floorM + (wall.heightM ?? level.heightM),
        lossDb,
        material,
        thicknessMm,
      })
    }
    startM += long
  }
  return pieces
}

/** A wall along its length: its own stuff, and what fills its openings. */
function stretchesOf(wall: Wall, band: Band): Stretch[] {
  const own = {
    lossDb: wallLossDb(wall, band),
    material: wall.material,
    thicknessMm: wall.thicknessMm,
  }
  const stretches: Stretch[] = []
  let at = 0
  for (const opening of [...wall.openings].sort((a, b) => a.fromM - b.fromM)) {
    const from = Math.max(at, opening.fromM)
    const to = Math.max(from, opening.fromM + opening.widthM)
    if (from > at) stretches.push({ fromM: at, toM: from, ...own })
    const { material, thicknessMm } = opening
    stretches.push({ fromM: from, toM: to, lossDb: wallLossDb(opening, band), material, thicknessMm })
    at = to
  }
  stretches.push({ fromM: at, toM: Infinity, ...own })
  return stretches
}

export interface Slab {
  name: string
  outline: Point[]
  heightM: number
  lossDb: number
  material: string
  thicknessMm: number
}

/** Floors and roofs: inside each building, one under every level that has one, and one on top of the highest. */
export const slabsOf = perSite((site: Site, band: Band): readonly Slab[] =>
  site.buildings.flatMap((building) => {
    const levels = site.levels.filter(({ id }) => building.levelIds.includes(id))
    const top = levels.reduce<Level | null>(
      (best, level) => (!best || level.floorM + level.heightM > best.floorM + best.heightM ? level : best),
      null,
    )
    const slab = (name: string, heightM: number, material: string, thicknessMm: number): Slab => ({
      name,
      outline: building.outline,
      heightM,
      lossDb: learnedLoss(site, band, 'slab', name, wallLossDb({ material, thicknessMm }, band)),
      material,
      thicknessMm,
    })
    const floors = levels
      .filter(({ slabMm }) => slabMm > 0)
      .map((level) =>
        slab(`floor of ${level.name}, ${building.name}`, level.floorM, level.slabMaterial, level.slabMm),
      )
    if (!top || building.roofMm <= 0) return floors
    const roof = slab(
      `roof of ${building.name}`,
      building.roofHeightM ?? top.floorM + top.heightM,
      building.roofMaterial,
      building.roofMm,
    )
    return [...floors, roof]
  }),
)

export const isOutdoors = (site: Site, at: Point): boolean =>
  !site.buildings.some(({ outline }) => within(outline, at))

/** Corners in the order that has the inside on the left. */
export function anticlockwise(outline: readonly Point[]): Point[] {
  let twice = 0
  outline.forEach(([x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length]!
    twice += x * ny - nx * y
  })
  return twice >= 0 ? [...outline] : [...outline].reverse()
}

/** The whole site on one band, packed. */
export const sceneOf = perSite((site: Site, band: Band): Scene => {
  const floors = new Map(site.levels.map(({ id, floorM }) => [id, floorM]))
  const walls = wallPieces(site, band).flatMap(({ from, to, lowM, highM, lossDb }) => [
    ...from,
    ...to,
    lowM,
    highM,
    lossDb,
  ])
  const edges = site.obstacles.flatMap(({ name, outline, levelId, heightM, lossDbPerM }) => {
    const lossPerM = learnedLoss(site, band, 'obstacle', name, lossDbPerM)
    const floorM = floors.get(levelId) ?? 0
    const corners = anticlockwise(outline)
    return corners.flatMap((from, i) => [
      ...from,
      ...corners[(i + 1) % corners.length]!,
      floorM,
      floorM + heightM,
      lossPerM,
    ])
  })
  const slabs: number[] = []
  const corners: number[] = []
  for (const { outline, heightM, lossDb } of slabsOf(site, band)) {
    slabs.push(corners.length / 2, outline.length, heightM, lossDb)
    corners.push(...outline.flat())
  }
  return {
    frequencyMhz: BAND_MHZ[band],
    walls: Float32Array.from(walls),
    edges: Float32Array.from(edges),
    slabs: Float32Array.from(slabs),
    slabCorners: Float32Array.from(corners),
    roofs: {
      corners: Float32Array.from(site.buildings.flatMap(({ outline }) => outline.flat())),
      counts: Uint16Array.from(site.buildings.map(({ outline }) => outline.length)),
    },
  }
})
