import loadHighs from 'highs'
import { fewestStops } from '~/core/judge/proof'
import { solveWith } from '~/core/lib/solver'
import { seededRandom } from '~/core/lib/random'
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

/** A calibration, and the fewest stops; how each grows. */
export async function benchProof(row: Row): Promise<void> {
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
