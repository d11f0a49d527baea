import loadHighs from 'highs'
import { fewestStops } from '~/core/judge/proof'
import { solveWith } from '~/core/lib/solver'
import { seededRandom } from '~/core/lib/random'
import type { Device, Point, Site } from '~/core/plan'
import { heardAt, plannedRadios } from '~/core/radio/coverage'
import { calibrate, nextSpots } from '~/core/radio/calibration'
import type { WalkReading } from '~/core/radio/calibration'
import { planTwin } from '~/core/radio/backhaul'
import { fitRegression } from '~/core/radio/calibration/regression'
import type { Sample } from '~/core/radio/calibration/regression'
import { grownYard } from './grownYard'

type Row = (...cells: string[]) => void

const RADIOS = 40
const MATERIALS = 12

/** Each reads one radio through some of the materials. */
function walked(count: number): Sample[] {
  const random = seededRandom(2)
  return Array.from({ length: count }, (_one, i) => {
    const x = Array.from({ length: 2 + MATERIALS + RADIOS }, () => 0)
    x[random() < 0.5 ? 0 : 1] = -10 * Math.log10(2 + 40 * random())
    for (let passed = 0; passed < 3; passed++) {
      const wall = 2 + Math.floor(random() * MATERIALS)
      x[wall] = (x[wall] ?? 0) - 1
    }
    x[2 + MATERIALS + (i % RADIOS)] = 1
    return { x, y: 10 * (random() - 0.5), heard: random() < 0.8, place: `${Math.floor(i / 4)}` }
  })
}

/** The demo's ground with forty access points on it, in rows. */
function manyRadios(demo: Site): Site {
  const one = demo.devices.find(({ radios, position }) => position && radios.some(({ band }) => band === '5'))
  if (!one?.position) throw new Error('the demo has no access point on its chart')
  const { position } = one
  const copies = Array.from({ length: RADIOS }, (_one, i): Device => ({
    ...one,
    id: `ap-${i}`,
    name: `Access point ${i}`,
    position: { ...position, at: [20 + 25 * (i % 10), 20 + 35 * Math.floor(i / 10)] },
  }))
  return { ...demo, links: [], devices: copies }
}

/** So many levels, four radios read at each spot about an access point; as planned, and off by a few dB. */
function walkOver(site: Site, count: number): WalkReading[] {
  const random = seededRandom(3)
  const radios = plannedRadios(site, '5').filter(({ serves }) => serves)
  return Array.from({ length: Math.ceil(count / 4) }, (_one, i) => {
    const position = radios[i % radios.length]?.position ?? { at: [0, 0] as const }
    const at: Point = [position.at[0] + 30 * (random() - 0.5), position.at[1] + 30 * (random() - 0.5)]
    return heardAt(site, radios, at, site.ground.clientHeightM)
      .slice(0, 4)
      .map(({ radio, dbm }): WalkReading => ({
        at,
        floor: null,
        radio: radio.device.id,
        band: '5',
        rssiDbm: Math.max(-94, Math.min(0, dbm + 8 * (random() - 0.5))),
        client: null,
      }))
  }).flat()
}

/** A calibration, and the fewest stops; how each grows. */
export async function benchProof(row: Row, demo: Site): Promise<void> {
  for (const count of [250, 500, 1000, 2000]) {
    const samples = walked(count)
    const priorSd = Array.from({ length: 2 + MATERIALS + RADIOS }, () => 2)
    const begin = performance.now()
    const { sigmaDb } = fitRegression(samples, { priorSd, robust: true })
    row(
      `${count} levels, ${RADIOS} radios`,
      `${(performance.now() - begin).toFixed(0)} ms`,
      `${sigmaDb.toFixed(1)} dB`,
    )
  }
  const site = manyRadios(demo)
  for (const count of [250, 500, 1000, 2000]) {
    const readings = walkOver(site, count)
    const begin = performance.now()
    const told = calibrate(site, readings)
    const learned = performance.now()
    const next = nextSpots(site, told)
    row(
      `${readings.length} levels, walked`,
      `${((learned - begin) / 1000).toFixed(2)} s`,
      `${told?.terms.length ?? 0} terms`,
      `next ${((performance.now() - learned) / 1000).toFixed(2)} s, ${next.length}`,
    )
  }
  const solve = solveWith(await loadHighs())
  for (const size of [10, 50, 150, 500]) {
    const site = grownYard(size)
    const twin = planTwin(site)
    const begin = performance.now()
    const { stops, isLeast, bound } = fewestStops(site, twin, solve)
    row(
      `${size} access points`,
      `${((performance.now() - begin) / 1000).toFixed(2)} s`,
      `${stops.length} stops`,
      isLeast ? 'least' : `at least ${bound}`,
    )
  }
}
