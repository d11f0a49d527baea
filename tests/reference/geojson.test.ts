import { globeAt, writeGeoJson } from '~/core/formats'
import { seededRandom } from '~/core/lib/random'
import type { Point } from '~/core/plan'
import { FileFolder } from '../kit/fileFolder'
import { hostilePlan } from '../kit/hostile'
import { boatyard, demoYard } from '../kit/yard'
import { must, testWith } from '../real/programs'

const folder = new FileFolder()
afterAll(() => folder.remove())

/** Geodesics of WGS 84 by Karney's algorithm. Source: C. Karney, J. Geodesy 87 (2013), as geographiclib for Python. */
const PYTHON = `import json, sys
from geographiclib.geodesic import Geodesic
pairs = json.load(open(sys.argv[1]))
print(json.dumps([Geodesic.WGS84.Inverse(a[1], a[0], b[1], b[0])['s12'] for a, b in pairs]))`

testWith(['/usr/lib/python3/dist-packages/geographiclib/__init__.py'])(
  'lengths on the plan are geodesics on the ellipsoid: within a millimetre at 500 m, whatever the latitude',
  () => {
    const random = seededRandom(3)
    const cases = [0, 35, 51.7, 70, -70, 84].flatMap((latitudeDeg) => {
      const { toGlobe } = globeAt({ latitudeDeg, longitudeDeg: 24.9, bearingDeg: 33 })
      return Array.from({ length: 60 }, (_, i) => {
        const turn = random() * 2 * Math.PI
        // From the zero, and between two places round it.
        const from: Point = i % 2 ? [0, 0] : [(random() - 0.5) * 500, (random() - 0.5) * 500]
        const to: Point = [from[0] + 500 * Math.cos(turn), from[1] + 500 * Math.sin(turn)]
        return { latitudeDeg, pair: [toGlobe(from), toGlobe(to)] }
      })
    })
    const script = folder.put('lengths.py', PYTHON)
    const pairs = folder.put('pairs.json', JSON.stringify(cases.map(({ pair }) => pair)))
    const lengths = JSON.parse(must('/usr/bin/python3', [script, pairs])) as number[]
    expect(lengths).toHaveLength(cases.length)
    const off = lengths.map((m) => Math.abs(m - 500))
    expect(Math.max(...off)).toBeLessThan(0.001)
  },
)

interface Row {
  wkt: string
  piece: string
}

/** What GDAL makes of a file: each geometry as text, in metres of the plane that PROJ lays through the zero. */
function asGdalReads(
  text: string,
  { latitudeDeg, longitudeDeg }: { latitudeDeg: number; longitudeDeg: number },
): Row[] {
  const out = must('ogr2ogr', [
    ...['-f', 'CSV', '/vsistdout/', folder.put('ground.geojson', text)],
    ...['-lco', 'GEOMETRY=AS_WKT', '-select', 'piece', '-lco', 'SEPARATOR=TAB'],
    ...['-t_srs', `+proj=aeqd +lat_0=${latitudeDeg} +lon_0=${longitudeDeg} +ellps=WGS84 +units=m`],
  ])
  return out
    .trim()
    .split('\n')
    .slice(1)
    .map((line) => {
      const [wkt = '', piece = ''] = line.replaceAll('"', '').split('\t')
      return { wkt, piece }
    })
}

const cornersOf = (wkt: string): Point[] =>
  [...wkt.matchAll(/(-?[\d.]+(?:e-?\d+)?) (-?[\d.]+(?:e-?\d+)?)/gi)].map(([, x, y]) => [Number(x), Number(y)])

/** Positive where a ring runs anticlockwise. */
const turns = (ring: Point[]): number =>
  ring.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = ring[(i + 1) % ring.length]!
    return sum + x * nextY - nextX * y
  }, 0)

testWith(['ogr2ogr'])('GDAL finds every outline where the plan has it, and every ring anticlockwise', () => {
  for (const site of [boatyard(), demoYard(), hostilePlan(7, folder.canary)]) {
    const at = { latitudeDeg: 70, longitudeDeg: 25, bearingDeg: 0 }
    const rows = asGdalReads(writeGeoJson(site, at), at)
    const buildings = rows.filter(({ piece }) => piece === 'buildings')
    expect(buildings).toHaveLength(site.buildings.length)
    buildings.forEach(({ wkt }, i) => {
      const corners = cornersOf(wkt)
      expect(turns(corners)).toBeGreaterThan(0)
      for (const [x, y] of site.buildings[i]!.outline)
        expect(Math.min(...corners.map(([u, v]) => Math.hypot(u - x, v - y)))).toBeLessThan(0.001)
    })
    const walls = rows.filter(({ piece }) => piece === 'walls')
    walls.forEach(({ wkt }, i) =>
      cornersOf(wkt).forEach(([x, y], j) => {
        const [u, v] = site.walls[i]!.points[j]!
        expect(Math.hypot(u - x, v - y)).toBeLessThan(0.001)
      }),
    )
    expect(walls).toHaveLength(site.walls.length)
  }
})
