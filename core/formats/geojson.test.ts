import { boatyard } from '~/tests/kit/yard'
import { applyEdits, integrityProblems } from '../plan'
import type { Point, Site } from '../plan'
import { globeAt } from './globe'
import { readGeoJson } from './read/geojson'
import { turnedRound } from './features'
import { writeGeoJson } from './write/geojson'

const level = { id: 'l', name: 'Ground', floorM: 0, heightM: 3, slabMaterial: 'concrete', slabMm: 0 }
const choices = { level, polygons: 'buildings' as const, material: 'brick', thicknessMm: 100 }
const origin = { latitudeDeg: 51.7, longitudeDeg: 3.8, bearingDeg: 20 }
const LISTS = ['walls', 'obstacles', 'buildings', 'keepOuts', 'areas'] as const
let serial = 0
const newId = () => `n${serial++}`

const read = (text: string, site: Site = boatyard(), at = origin) => {
  const outcome = readGeoJson(text, at, choices, site, newId)
  if (!outcome.ok) throw new Error(outcome.problems[0]?.message)
  return outcome.value
}
const refusal = (text: string) => {
  const outcome = readGeoJson(text, origin, choices, boatyard(), newId)
  return outcome.ok ? '' : outcome.problems.map(({ message }) => message).join(' ')
}
const fileOf = (...features: object[]) =>
  JSON.stringify({
    type: 'FeatureCollection',
    features: features.map((one) => ({ type: 'Feature', properties: {}, ...one })),
  })
const bare = (site: Site): Site => ({
  ...site,
  walls: [],
  obstacles: [],
  buildings: [],
  keepOuts: [],
  areas: [],
})
/** Every outline the other way round, as a hand may draw it. */
const mirrored = (site: Site): Site => ({
  ...site,
  buildings: site.buildings.map((one) => ({ ...one, outline: turnedRound(one.outline) })),
  areas: site.areas.map((one) => ({ ...one, outline: [...one.outline].reverse() })),
})

const SQUARE = [
  [3.8, 51.7],
  [3.801, 51.7],
  [3.801, 51.701],
  [3.8, 51.7],
]
const HOLE = [
  [3.8001, 51.7001],
  [3.8002, 51.7002],
  [3.8001, 51.7002],
  [3.8001, 51.7001],
]

test.each([
  ['in Zeeland', origin],
  ['on the equator', { latitudeDeg: 0, longitudeDeg: 0, bearingDeg: 0 }],
  ['far north, turned', { latitudeDeg: 78.2, longitudeDeg: 15.6, bearingDeg: 217.5 }],
  ['on the date line', { latitudeDeg: -16.8, longitudeDeg: 179.9995, bearingDeg: 12 }],
  ['on its other side', { latitudeDeg: 65.8, longitudeDeg: -179.9999, bearingDeg: 0 }],
])('a plan %s comes back equal, whichever way round it was drawn', (_name, at) => {
  for (const site of [boatyard(), mirrored(boatyard())]) {
    const { edits, skipped } = read(writeGeoJson(site, at), bare(site), at)
    const back = applyEdits(bare(site), edits)
    for (const list of LISTS) expect(back[list]).toEqual(site[list])
    expect(integrityProblems(back)).toEqual([])
    expect(skipped).toEqual([{ kind: 'Point', count: 25 }])
  }
})

interface Written {
  features: { geometry: { type: string; coordinates: [number, number][][] | [number, number][][][] } }[]
}

test('on the date line nothing reaches round the globe: it is cut, each part on its own side', () => {
  const at = { latitudeDeg: -16.8, longitudeDeg: 179.9995, bearingDeg: 12 }
  const { features } = JSON.parse(writeGeoJson(boatyard(), at)) as Written
  expect(features.some(({ geometry }) => geometry.type === 'MultiPolygon')).toBe(true)
  for (const { geometry } of features) {
    const rings =
      geometry.type === 'MultiPolygon'
        ? (geometry.coordinates as [number, number][][][]).flat()
        : geometry.type === 'Polygon'
          ? (geometry.coordinates as [number, number][][])
          : []
    for (const ring of rings) {
      const lons = ring.map(([lon]) => lon)
      expect(Math.max(...lons) - Math.min(...lons)).toBeLessThan(0.1)
      expect(Math.max(...lons.map(Math.abs))).toBeLessThanOrEqual(180)
    }
  }
})

test('turned by a quarter, the plan’s east is the globe’s south', () => {
  expect(globeAt({ ...origin, bearingDeg: 90 }).toGlobe([100, 0])[1]).toBeLessThan(51.7)
})

describe('in another site', () => {
  const other = (): Site => {
    const site = bare(boatyard())
    const text = JSON.stringify(site).replaceAll('"crew"', '"team"').replaceAll('"lv-yard"', '"lv-1"')
    return { ...(JSON.parse(text) as Site), name: 'Another site' }
  }
  const file = () => writeGeoJson(boatyard(), origin)

  test('levels and networks are found by name', () => {
    const { edits } = read(file(), other())
    const back = applyEdits(other(), edits)
    expect(integrityProblems(back)).toEqual([])
    expect(back.areas.flatMap(({ needs }) => needs).map(({ networkId }) => networkId)).toContain('team')
    expect(back.walls).toHaveLength(boatyard().walls.length)
  })

  test('what belongs to a level or network that is not there is left out and said', () => {
    const site = other()
    const without = {
      ...site,
      levels: site.levels.map((one) => ({ ...one, name: 'Cellar' })),
      networks: site.networks.filter(({ id }) => id !== 'team'),
    }
    const { edits, skipped } = read(file(), without)
    expect(skipped.map(({ kind }) => kind).join()).toMatch(
      /walls of a level that this site has not \(“[^”]+”\)/,
    )
    expect(edits.filter((edit) => edit.op === 'put' && edit.collection === 'walls')).toEqual([])
    const known = { ...other(), networks: other().networks.filter(({ id }) => id !== 'team') }
    expect(
      read(file(), known)
        .skipped.map(({ kind }) => kind)
        .join(),
    ).toContain('need of a network that this site has not (“Crew”)')
  })

  test('a piece there with the same id is not written over', () => {
    const site = { ...boatyard(), name: 'Another site' }
    const { edits } = read(file(), site)
    const ids = edits.flatMap((edit) => (edit.op === 'put' ? [edit.record.id] : []))
    expect(new Set(ids).size).toBe(ids.length)
    expect(ids.filter((id) => site.walls.some((wall) => wall.id === id))).toEqual([])
  })
})

test('strange polygons and lines become what was chosen; parts have ids of their own, and holes are counted', () => {
  const multi = { geometry: { type: 'MultiPolygon', coordinates: [[SQUARE, HOLE], [SQUARE]] } }
  const { counts, skipped, edits } = read(
    fileOf(
      { properties: { name: 'Shed' }, geometry: { type: 'Polygon', coordinates: [SQUARE, HOLE, HOLE] } },
      { properties: null, geometry: { type: 'LineString', coordinates: SQUARE } },
      { geometry: null },
      { properties: { piece: 'buildings', id: 'b1', name: 'Ours', levelIds: [] }, ...multi },
      { geometry: { type: 'LineString', coordinates: SQUARE.slice(0, 1) } },
    ),
  )
  expect(counts).toEqual({ buildings: 3, walls: 1 })
  expect(skipped).toEqual([
    { kind: 'hole in a polygon', count: 3 },
    { kind: 'nothing', count: 1 },
    { kind: 'line with too few corners', count: 1 },
  ])
  const ids = edits.flatMap((edit) => (edit.op === 'put' ? [edit.record.id] : []))
  expect(ids).toContain('b1')
  expect(new Set(ids).size).toBe(ids.length)
})

test.each([
  ['{', 'is not JSON'],
  ['null', 'no GeoJSON'],
  ['{"type":"Topology"}', 'no GeoJSON'],
  ['{"type":"FeatureCollection","features":[]}', 'no features'],
  ['{"type":"FeatureCollection","features":[null]}', 'something else than features'],
  [
    fileOf({
      geometry: {
        type: 'LineString',
        coordinates: [
          [120000, 480000],
          [120100, 480000],
        ],
      },
    }),
    'no longitude and latitude',
  ],
  [
    '{"type":"FeatureCollection","crs":{"type":"name","properties":{"name":"urn:ogc:def:crs:EPSG::28992"}},"features":[]}',
    'crs “urn:ogc:def:crs:EPSG::28992”',
  ],
  ['{"type":"FeatureCollection","crs":{"type":"link"},"features":[]}', 'crs “one without a name”'],
])('what cannot be read is said (%#)', (text, message) => expect(refusal(text)).toContain(message))

test('the old way to say degrees is taken', () => {
  const crs = { type: 'name', properties: { name: 'urn:ogc:def:crs:OGC:1.3:CRS84' } }
  const file = JSON.parse(fileOf({ geometry: { type: 'Polygon', coordinates: [SQUARE] } })) as object
  expect(read(JSON.stringify({ ...file, crs })).counts).toEqual({ buildings: 1 })
})

test('corners keep their places to the millimetre', () => {
  const { toGlobe, fromGlobe } = globeAt(origin)
  for (const point of [
    [0, 0],
    [240, 160],
    [-12.5, 7.25],
    [4999.999, -3210.123],
  ] as Point[])
    expect(fromGlobe(toGlobe(point))).toEqual(point)
})
