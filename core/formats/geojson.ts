import { bad, good } from '../outcome'
import type { Outcome, Problem } from '../outcome'
import { newArea } from '../site'
import type { AnyRecord, Collection, Edit, GroundSettings, Id, Level, Point, Site } from '../site'

type Origin = NonNullable<GroundSettings['origin']>
type Position = [longitude: number, latitude: number]

/** WGS 84 ellipsoid. Source: NIMA TR8350.2, from memory. */
const A_M = 6_378_137
const E2 = 0.00669437999014

/** Metres east and north of a plan's zero to longitude and latitude, on the plane that touches the ellipsoid there. */
export function toGlobe({ latitudeDeg, longitudeDeg, bearingDeg }: Origin, [x, y]: Point): Position {
  const turn = (bearingDeg * Math.PI) / 180
  const east = x * Math.cos(turn) + y * Math.sin(turn)
  const north = y * Math.cos(turn) - x * Math.sin(turn)
  const [perLat, perLon] = metresPerDegree(latitudeDeg)
  return [longitudeDeg + east / perLon, latitudeDeg + north / perLat]
}

export function fromGlobe({ latitudeDeg, longitudeDeg, bearingDeg }: Origin, [lon, lat]: Position): Point {
  const [perLat, perLon] = metresPerDegree(latitudeDeg)
  const [east, north] = [(lon - longitudeDeg) * perLon, (lat - latitudeDeg) * perLat]
  const turn = (bearingDeg * Math.PI) / 180
  return [
    Math.round((east * Math.cos(turn) - north * Math.sin(turn)) * 1000) / 1000,
    Math.round((east * Math.sin(turn) + north * Math.cos(turn)) * 1000) / 1000,
  ]
}

function metresPerDegree(latitudeDeg: number): [latitude: number, longitude: number] {
  const lat = (latitudeDeg * Math.PI) / 180
  const w = 1 - E2 * Math.sin(lat) ** 2
  const meridian = (A_M * (1 - E2)) / w ** 1.5
  const parallel = (A_M / Math.sqrt(w)) * Math.cos(lat)
  return [(meridian * Math.PI) / 180, (parallel * Math.PI) / 180]
}

interface Feature {
  type: 'Feature'
  properties: Record<string, unknown>
  geometry: { type: string; coordinates: unknown }
}

const OUTLINED = ['buildings', 'obstacles', 'keepOuts', 'areas'] as const
type Outlined = (typeof OUTLINED)[number]

/** All that is drawn, as GeoJSON (RFC 7946). The record goes along in the properties, so that it comes back whole. */
export function writeGeoJson(site: Site, origin: Origin): string {
  const at = (point: Point): Position => {
    const [lon, lat] = toGlobe(origin, point)
    return [Math.round(lon * 1e8) / 1e8, Math.round(lat * 1e8) / 1e8]
  }
  const ring = (outline: Point[]) => [...outline, ...outline.slice(0, 1)].map(at)
  const features: Feature[] = [
    ...OUTLINED.flatMap((kind) =>
      (site[kind] as { outline: Point[] }[])
        .filter(({ outline }) => outline.length > 2)
        .map(({ outline, ...rest }) => feature(kind, rest, 'Polygon', [ring(outline)])),
    ),
    ...site.walls.map(({ points, ...rest }) => feature('walls', rest, 'LineString', points.map(at))),
    ...site.devices.flatMap(({ id, name, kind, position }) =>
      position
        ? [
            feature(
              'devices',
              { id, name, device: kind, heightM: position.heightM },
              'Point',
              at(position.at),
            ),
          ]
        : [],
    ),
  ]
  return `${JSON.stringify({ type: 'FeatureCollection', features }, null, 1)}\n`
}

const feature = (kind: string, rest: object, type: string, coordinates: unknown): Feature => ({
  type: 'Feature',
  properties: { piece: kind, ...rest },
  geometry: { type, coordinates },
})

export interface GeoJsonChoices {
  level: Level
  /** What polygons that are not from here become, and what lines. */
  polygons: Outlined
  material: string
  thicknessMm: number
}

export interface GeoJsonRead {
  edits: Edit[]
  counts: Partial<Record<Collection, number>>
  skipped: { kind: string; count: number }[]
}

/**
 * Pieces from GeoJSON. Features that this program wrote come back as they were (a new id where theirs is taken by
 * another list); others become outlines and walls by the choices.
 */
export function readGeoJson(
  text: string,
  origin: Origin,
  choices: GeoJsonChoices,
  site: Site,
  newId: () => Id,
): Outcome<GeoJsonRead> {
  const parsed = parsedFeatures(text)
  if (!parsed.ok) return parsed
  const problems: Problem[] = []
  const edits: Edit[] = []
  const counts: GeoJsonRead['counts'] = {}
  const skipped = new Map<string, number>()
  parsed.value.forEach(({ geometry, properties }, i) => {
    for (const shape of shapesOf(geometry)) {
      const points = pointsOf(shape.coordinates, origin)
      if (!points) {
        problems.push({
          path: ['features', i],
          code: 'geojson.coordinates',
          message: `Feature ${i + 1} has coordinates that are no longitude and latitude in degrees (WGS 84).`,
        })
        return
      }
      const made = recordOf(shape.line, points, properties, choices, site, newId)
      if (!made) {
        skipped.set(geometry?.type ?? 'nothing', (skipped.get(geometry?.type ?? 'nothing') ?? 0) + 1)
        continue
      }
      edits.push({ op: 'put', ...made })
      counts[made.collection] = (counts[made.collection] ?? 0) + 1
    }
    if (shapesOf(geometry).length === 0) {
      const kind = geometry?.type ?? 'nothing'
      skipped.set(kind, (skipped.get(kind) ?? 0) + 1)
    }
  })
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, 5) }
  return good({ edits, counts, skipped: [...skipped].map(([kind, count]) => ({ kind, count })) })
}

interface Loose {
  type?: unknown
  features?: unknown
  geometry?: { type: string; coordinates: unknown } | null
  properties?: Record<string, unknown> | null
}

function parsedFeatures(text: string): Outcome<Loose[]> {
  const refuse = (code: string, message: string) => bad({ path: ['file'], code, message })
  let value: Loose
  try {
    value = JSON.parse(text) as Loose
  } catch (error) {
    return refuse('geojson.notJson', `The file is not JSON: ${error instanceof Error ? error.message : ''}.`)
  }
  const features =
    value.type === 'FeatureCollection' ? value.features : value.type === 'Feature' ? [value] : null
  if (!Array.isArray(features))
    return refuse('geojson.kind', 'The file is no GeoJSON FeatureCollection or Feature (RFC 7946).')
  if (features.length === 0) return refuse('geojson.empty', 'There are no features in the file.')
  if (features.length > 4000)
    return refuse('geojson.long', `The file has ${features.length} features; at most 4000 are taken.`)
  return good(features as Loose[])
}

interface Shape {
  line: boolean
  coordinates: unknown
}

/** Outer rings and lines; holes are left out. */
function shapesOf(geometry: Loose['geometry']): Shape[] {
  const list = (value: unknown): unknown[] => (Array.isArray(value) ? (value as unknown[]) : [])
  switch (geometry?.type) {
    case 'Polygon':
      return [{ line: false, coordinates: list(geometry.coordinates)[0] }]
    case 'MultiPolygon':
      return list(geometry.coordinates).map((polygon) => ({ line: false, coordinates: list(polygon)[0] }))
    case 'LineString':
      return [{ line: true, coordinates: geometry.coordinates }]
    case 'MultiLineString':
      return list(geometry.coordinates).map((coordinates) => ({ line: true, coordinates }))
    default:
      return []
  }
}

function pointsOf(coordinates: unknown, origin: Origin): Point[] | null {
  if (!Array.isArray(coordinates)) return null
  const points: Point[] = []
  for (const spot of coordinates as unknown[]) {
    const [lon, lat] = Array.isArray(spot) ? (spot as unknown[]) : []
    if (typeof lon !== 'number' || typeof lat !== 'number' || Math.abs(lat) > 90 || Math.abs(lon) > 180)
      return null
    points.push(fromGlobe(origin, [lon, lat]))
  }
  return points
}

function recordOf(
  line: boolean,
  points: Point[],
  given: Loose['properties'],
  choices: GeoJsonChoices,
  site: Site,
  newId: () => Id,
): { collection: Collection; record: AnyRecord } | null {
  const properties = given ?? {}
  if (line) {
    if (points.length < 2) return null
    const bare = {
      levelId: choices.level.id,
      material: choices.material,
      thicknessMm: choices.thicknessMm,
      heightM: null,
      ownLossDb: null,
      openings: [],
    }
    return {
      collection: 'walls',
      record: { ...bare, ...ours('walls', properties, site, newId), points } as unknown as AnyRecord,
    }
  }
  const [first, last] = [points[0], points.at(-1)]
  const outline = first && last && first[0] === last[0] && first[1] === last[1] ? points.slice(0, -1) : points
  if (outline.length < 3) return null
  const kind = OUTLINED.find((one) => one === properties.piece) ?? choices.polygons
  const name =
    typeof properties.name === 'string' && properties.name ? properties.name.slice(0, 60) : 'From GeoJSON'
  const bare = bareOutline(kind, name, choices.level)
  return {
    collection: kind,
    record: { ...bare, ...ours(kind, properties, site, newId), outline } as unknown as AnyRecord,
  }
}

/** The properties of a feature that this program wrote, or a fresh id. */
function ours(kind: Collection, properties: Record<string, unknown>, site: Site, newId: () => Id): object {
  const { piece: said, ...rest } = properties
  if (said !== kind || typeof rest.id !== 'string') return { id: newId() }
  const level = rest.levelId
  const known = typeof level !== 'string' || site.levels.some(({ id }) => id === level)
  return known ? rest : { ...rest, levelId: site.levels[0]?.id ?? null }
}

function bareOutline(kind: Outlined, name: string, level: Level): object {
  switch (kind) {
    case 'areas':
      return { ...newArea('', name), levelId: level.id }
    case 'buildings':
      return { name, levelIds: [level.id], roofHeightM: null, roofMaterial: 'wood', roofMm: 30 }
    case 'obstacles':
      return { name, levelId: level.id, kind: 'other', lossDbPerM: 0.5, heightM: 3 }
    case 'keepOuts':
      return { name, levelId: level.id, forbids: 'both', water: false }
  }
}
