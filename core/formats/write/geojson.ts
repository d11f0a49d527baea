import type { Id, Level, Network, Point, Site } from '../../plan'
import { cutLine, cutRing, turning } from './dateLine'
import { globeAt } from '../globe'
import type { Extras, Outlined } from '../features'
import { OUTLINED, turnedRound } from '../features'
import type { Origin, Position } from '../globe'

interface Feature {
  type: 'Feature'
  properties: Record<string, unknown>
  geometry: { type: string; coordinates: unknown }
}

/**
 * All that is drawn, as GeoJSON (RFC 7946): rings anticlockwise (3.1.6), what crosses the date line cut (3.1.9). The record
 * goes along in the properties, so that it comes back whole.
 */
export function writeGeoJson(site: Site, origin: Origin): string {
  const { toGlobe } = globeAt(origin)
  const features: Feature[] = [
    ...OUTLINED.flatMap((kind) =>
      (site[kind] as (Referring & { outline: Point[] })[])
        .filter(({ outline }) => outline.length > 2)
        .map(({ outline, ...rest }) => polygon(kind, namesIn(site, rest), outline.map(toGlobe))),
    ),
    ...site.walls.map(({ points, ...rest }) => lineString(namesIn(site, rest), points.map(toGlobe))),
    ...site.devices.flatMap(({ id, name, kind, position }) =>
      position
        ? [
            feature(
              'devices',
              { id, name, device: kind, heightM: position.heightM },
              { type: 'Point', coordinates: toGlobe(position.at) },
            ),
          ]
        : [],
    ),
  ]
  return `${JSON.stringify({ type: 'FeatureCollection', site: site.name, features }, null, 1)}\n`
}

const feature = (piece: string, rest: object, geometry: Feature['geometry']): Feature => ({
  type: 'Feature',
  properties: { piece, ...rest },
  geometry,
})

function polygon(kind: Outlined, rest: object, outline: Position[]): Feature {
  const isTurned = turning(outline) < 0
  const ring = isTurned ? turnedRound(outline) : outline
  const cut = cutRing(ring)
  const closed = cut.map((part) => [[...part, ...part.slice(0, 1)]])
  const extras = { ...rest, ...(isTurned ? { turned: true } : {}) }
  return cut.length === 1
    ? feature(kind, extras, { type: 'Polygon', coordinates: closed[0] })
    : feature(kind, { ...extras, uncut: ring }, { type: 'MultiPolygon', coordinates: closed })
}

function lineString(rest: object, points: Position[]): Feature {
  const cut = cutLine(points)
  return cut.length === 1
    ? feature('walls', rest, { type: 'LineString', coordinates: cut[0] })
    : feature('walls', { ...rest, uncut: points }, { type: 'MultiLineString', coordinates: cut })
}

/** What of a record stands for levels and networks. */
interface Referring {
  levelId?: Id | null
  levelIds?: Id[]
  needs?: { networkId: Id }[]
}

/** A record with the names of what its ids stand for. */
function namesIn<T extends Referring>(site: Site, record: T): T & Pick<Extras, 'names'> {
  const { levelId, levelIds = [], needs = [] } = record
  const named = (list: readonly (Level | Network)[], ids: unknown[]) =>
    Object.fromEntries(list.filter(({ id }) => ids.includes(id)).map(({ id, name }) => [id, name]))
  const names = {
    levels: named(site.levels, [levelId, ...levelIds]),
    networks: named(
      site.networks,
      needs.map(({ networkId }) => networkId),
    ),
  }
  return { ...record, names }
}
