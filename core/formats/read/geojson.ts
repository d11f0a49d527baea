import { bad, good } from '../../lib/outcome'
import type { Outcome, Problem } from '../../lib/outcome'
import { newArea } from '../../plan'
import type { AnyRecord, Collection, Edit, Id, Level, Point, Site } from '../../plan'
import { globeAt } from '../globe'
import type { Globe, Origin } from '../globe'
import { ownRecord } from './ownFeature'
import { OUTLINED, turnedRound } from '../features'
import type { Outlined } from '../features'

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
 * Pieces from GeoJSON. Features that this program wrote come back as they were; in another site their levels and networks
 * are found by name. Others become outlines and walls by the choices. Whatever is not taken is counted by what it is.
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
  const reading: Reading = {
    globe: globeAt(origin),
    choices,
    site,
    isOwnSite: parsed.value.site === undefined || parsed.value.site === site.name,
    newId,
    taken: new Set(),
    skipped: new Map(),
  }
  const problems: Problem[] = []
  const edits: Edit[] = []
  const counts: GeoJsonRead['counts'] = {}
  parsed.value.features.forEach((feature, i) => {
    const made = piecesOf(feature, reading)
    if (made === null) return void problems.push(notDegrees(i))
    for (const piece of made) {
      edits.push({ op: 'put', ...piece })
      counts[piece.collection] = (counts[piece.collection] ?? 0) + 1
    }
  })
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, 5) }
  return good({ edits, counts, skipped: [...reading.skipped].map(([kind, count]) => ({ kind, count })) })
}

interface Reading {
  globe: Globe
  choices: GeoJsonChoices
  site: Site
  /** The file says that it is of this site; files that do not say are taken at their ids. */
  isOwnSite: boolean
  newId: () => Id
  /** Ids that the file has given already. */
  taken: Set<Id>
  skipped: Map<string, number>
}

const skip = ({ skipped }: Reading, kind: string): void =>
  void skipped.set(kind, (skipped.get(kind) ?? 0) + 1)

const notDegrees = (i: number): Problem => ({
  path: ['features', i],
  code: 'geojson.coordinates',
  message: `Feature ${i + 1} has coordinates that are no longitude and latitude in degrees (WGS 84).`,
})

interface Piece {
  collection: Collection
  record: AnyRecord
}

/** What one feature becomes; null where its coordinates are none. */
function piecesOf({ geometry, properties }: Loose, reading: Reading): Piece[] | null {
  const shapes = shapesOf(geometry, properties, reading)
  if (shapes.length === 0) skip(reading, geometry?.type ?? 'nothing')
  const pieces: Piece[] = []
  for (const shape of shapes) {
    const points = pointsOf(shape.coordinates, reading.globe)
    if (!points) return null
    const made = recordOf(shape.line, points, properties ?? {}, reading)
    if (made) pieces.push(made)
  }
  return pieces
}

interface Loose {
  type?: unknown
  features?: unknown
  geometry?: { type: string; coordinates: unknown } | null
  properties?: Record<string, unknown> | null
}

interface Parsed {
  features: Loose[]
  /** The name of the site that a file of ours is of. */
  site?: unknown
}

/** Source: the GeoJSON format of 2008, section 3, which RFC 7946 took out. */
const LEGACY_DEGREES = /CRS:?84|EPSG:+4326|WGS ?84/i

function parsedFeatures(text: string): Outcome<Parsed> {
  const refuse = (code: string, message: string) => bad({ path: ['file'], code, message })
  let value: (Loose & { site?: unknown; crs?: { properties?: { name?: unknown } } | null }) | null
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, '')) as typeof value
  } catch (error) {
    return refuse('geojson.notJson', `The file is not JSON: ${error instanceof Error ? error.message : ''}.`)
  }
  const features =
    value?.type === 'FeatureCollection' ? value.features : value?.type === 'Feature' ? [value] : null
  if (!value || !Array.isArray(features))
    return refuse('geojson.kind', 'The file is no GeoJSON FeatureCollection or Feature (RFC 7946).')
  if (value.crs) {
    const name =
      typeof value.crs.properties?.name === 'string' ? value.crs.properties.name : 'one without a name'
    if (!LEGACY_DEGREES.test(name))
      return refuse(
        'geojson.crs',
        `The file’s coordinates are of another system (crs “${name.slice(0, 80)}”, from before RFC 7946). Save it in longitude and latitude (WGS 84) and try again.`,
      )
  }
  if (features.length === 0) return refuse('geojson.empty', 'There are no features in the file.')
  if (features.length > 4000)
    return refuse('geojson.long', `The file has ${features.length} features; at most 4000 are taken.`)
  if (!features.every((feature) => typeof feature === 'object' && feature !== null))
    return refuse('geojson.kind', 'The file has something else than features in its list.')
  return good({ features: features as Loose[], site: value.site })
}

interface Shape {
  line: boolean
  coordinates: unknown
}

const list = (value: unknown): unknown[] => (Array.isArray(value) ? (value as unknown[]) : [])

/** Outer rings and lines; holes are counted and left out. What was cut for the date line comes in one. */
function shapesOf(geometry: Loose['geometry'], properties: Loose['properties'], reading: Reading): Shape[] {
  const polygon = (rings: unknown): Shape => {
    for (let i = 1; i < list(rings).length; i++) skip(reading, 'hole in a polygon')
    return { line: false, coordinates: list(rings)[0] }
  }
  const uncut = properties?.piece === undefined ? undefined : properties.uncut
  switch (geometry?.type) {
    case 'Polygon':
      return [polygon(geometry.coordinates)]
    case 'MultiPolygon':
      return uncut ? [{ line: false, coordinates: uncut }] : list(geometry.coordinates).map(polygon)
    case 'LineString':
      return [{ line: true, coordinates: geometry.coordinates }]
    case 'MultiLineString':
      return uncut
        ? [{ line: true, coordinates: uncut }]
        : list(geometry.coordinates).map((coordinates) => ({ line: true, coordinates }))
    default:
      return []
  }
}

function pointsOf(coordinates: unknown, { fromGlobe }: Globe): Point[] | null {
  if (!Array.isArray(coordinates)) return null
  const points: Point[] = []
  for (const spot of coordinates as unknown[]) {
    const [lon, lat] = Array.isArray(spot) ? (spot as unknown[]) : []
    if (typeof lon !== 'number' || typeof lat !== 'number' || Math.abs(lat) > 90 || Math.abs(lon) > 180)
      return null
    const point = fromGlobe([lon, lat])
    if (!point.every(Number.isFinite)) return null
    points.push(point)
  }
  return points
}

/** A record of the plan, or null where the shape or what it belongs to is none here. */
function recordOf(
  line: boolean,
  points: Point[],
  properties: Record<string, unknown>,
  reading: Reading,
): Piece | null {
  const { choices, site } = reading
  const kind = line ? 'walls' : (OUTLINED.find((one) => one === properties.piece) ?? choices.polygons)
  const [first, last] = [points[0], points.at(-1)]
  const isClosed = !line && first && last && first[0] === last[0] && first[1] === last[1]
  const corners = isClosed ? points.slice(0, -1) : points
  if (corners.length < (line ? 2 : 3)) {
    skip(reading, `${line ? 'line' : 'polygon'} with too few corners`)
    return null
  }
  const own = ownRecord(kind, properties, { ...reading, note: (leftOut) => skip(reading, leftOut) })
  if (own && 'missing' in own) {
    skip(reading, own.missing)
    return null
  }
  const bare = line ? bareWall(choices) : bareOutline(kind as Outlined, nameIn(properties), choices.level)
  const shape = line
    ? { points: corners }
    : { outline: properties.turned === true && own ? turnedRound(corners) : corners }
  const id = idFor(own?.record.id, kind, site, reading)
  return { collection: kind, record: { ...bare, ...own?.record, id, ...shape } as unknown as AnyRecord }
}

const nameIn = ({ name }: Record<string, unknown>): string =>
  typeof name === 'string' && name ? name.slice(0, 60) : 'From GeoJSON'

/** The file's own id where it is free, or is that record of this very site; one file gives each once. */
function idFor(said: unknown, kind: Collection, site: Site, { isOwnSite, taken, newId }: Reading): Id {
  const isHere = (site[kind] as { id: Id }[]).some(({ id }) => id === said)
  const id = typeof said === 'string' && !taken.has(said) && (isOwnSite || !isHere) ? said : newId()
  taken.add(id)
  return id
}

const bareWall = ({ level, material, thicknessMm }: GeoJsonChoices): object => ({
  levelId: level.id,
  material,
  thicknessMm,
  heightM: null,
  ownLossDb: null,
  openings: [],
})

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
