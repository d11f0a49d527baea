import { boatyard } from '~/tests/kit/yard'
import { DEPTH_LEVELS, computeRows, gridOver, plannedRadios, sceneOf, sentRadio } from '~/core/radio/coverage'
import type { Grid } from '~/core/radio/coverage'
import type { Site } from '~/core/plan'
import { CoverageEngine } from './coverageEngine'
import type { ChartRequest } from './coverageEngine'
import type { Beside, Hands } from './hands'
import { layersService } from './layersService'
import type { LayersService } from './layersService'
import type { Plot } from './messages'
import { plotterService } from './plotterService'
import type { PlotterService } from './plotterService'

const site = boatyard()
const zM = 1.2

function requestOf(plan: Site, cellM = 4, sceneKey = 'ground'): ChartRequest {
  const grid: Grid = gridOver([0, 0], [120, 60], cellM, zM)
  const radios = plannedRadios(plan, '5').slice(0, 3)
  return {
    scene: sceneOf(plan, '5'),
    sceneKey,
    layers: radios.map((radio) => ({
      layerKey: JSON.stringify([radio.position, cellM]),
      sceneKey,
      radio: sentRadio(plan, radio, zM),
      grid,
    })),
    order: {
      grid,
      radios,
      ground: plan.ground,
      reading: 'signal',
      thresholdDbm: -67,
      foreign: [],
      areas: [],
      levels: DEPTH_LEVELS.signal,
    },
  }
}

/** Hands in this thread that can be made to die, to fail or to wait. */
function fakeHands(atOnce = 2) {
  const deaths: ((reason: string) => void)[] = []
  const plotterDeaths: ((reason: string) => void)[] = []
  const asked: string[] = []
  const fake = { isStuck: false, fails: false, ended: 0 }
  const later = () => new Promise((resolve) => setTimeout(resolve))
  const hands: Hands = {
    atOnce,
    layers: (onDeath) => {
      deaths.push(onDeath)
      const real = layersService(Promise.resolve(computeRows))
      const service: Beside<LayersService> = {
        scene: async (key, scene) => {
          asked.push(`scene ${key}`)
          real.scene(key, scene)
        },
        rows: async (task) => {
          asked.push('rows')
          await later()
          if (fake.isStuck) return new Promise(() => undefined)
          if (fake.fails) throw new Error('out of memory')
          return real.rows(task)
        },
      }
      return { service, end: () => void fake.ended++ }
    },
    plotter: (onDeath) => {
      plotterDeaths.push(onDeath)
      const real = plotterService()
      const service: Beside<PlotterService> = {
        rows: async (...some) => real.rows(...some),
        keep: async (keys) => real.keep(keys),
        plot: async (order) => {
          await later()
          return real.plot(order)
        },
      }
      return { service, end: () => void fake.ended++ }
    },
  }
  return { hands, deaths, plotterDeaths, asked, fake }
}

function engineOn({ hands }: { hands: Hands }) {
  const plots: Plot[] = []
  const faults: string[] = []
  const engine = new CoverageEngine(
    {
      onPlot: (plot) => void plots.push(plot),
      onProgress: () => undefined,
      onFault: (reason) => void faults.push(reason),
    },
    hands,
  )
  const settled = async () => {
    for (let i = 0; i < 60; i++) await new Promise((resolve) => setTimeout(resolve, 2))
  }
  return { engine, plots, faults, settled }
}

/** What an undisturbed engine makes of it. */
async function plainPlot(request: ChartRequest): Promise<Plot> {
  const { engine, plots, settled } = engineOn(fakeHands())
  engine.ask(request)
  await settled()
  return plots[0]!
}

test('a chart is made once all layers are there; asked again nothing is worked out anew', async () => {
  const setup = fakeHands()
  const { engine, plots, faults, settled } = engineOn(setup)
  engine.ask(requestOf(site))
  await settled()
  expect(plots).toHaveLength(1)
  expect(plots[0]!.depths.some((depth) => depth > 0)).toBe(true)
  const rows = setup.asked.length
  engine.ask(requestOf(site))
  await settled()
  expect(plots).toHaveLength(2)
  expect(setup.asked).toHaveLength(rows)
  expect(faults).toEqual([])
})

test('a hand that dies in the middle: another does its part, and the chart is the same', async () => {
  const setup = fakeHands()
  const { engine, plots, faults, settled } = engineOn(setup)
  setup.fake.isStuck = true
  engine.ask(requestOf(site))
  await settled()
  setup.fake.isStuck = false
  setup.deaths[0]!('it broke down')
  setup.deaths[1]!('it broke down')
  await settled()
  expect(faults).toEqual([])
  expect(plots).toHaveLength(1)
  expect(plots[0]).toEqual(await plainPlot(requestOf(site)))
})

test('hands that always die: a sentence, and no endless taking on', async () => {
  const setup = fakeHands()
  const { engine, plots, faults, settled } = engineOn(setup)
  setup.fake.isStuck = true
  engine.ask(requestOf(site))
  for (let i = 0; i < setup.deaths.length && i < 40; i++) setup.deaths[i]!('it broke down')
  await settled()
  expect(faults).toEqual(['it broke down'])
  expect(plots).toEqual([])
  expect(setup.deaths.length).toBeLessThan(8)
})

test('the one that plots dies: its layers are made anew', async () => {
  const setup = fakeHands()
  const { engine, plots, faults, settled } = engineOn(setup)
  engine.ask(requestOf(site))
  await settled()
  setup.plotterDeaths[0]!('it broke down')
  await settled()
  expect(plots).toHaveLength(2)
  expect(plots[1]).toEqual(plots[0])
  expect(faults).toEqual([])
})

test('what cannot be worked out is said, and the next chart is made', async () => {
  const setup = fakeHands()
  const { engine, plots, faults, settled } = engineOn(setup)
  setup.fake.fails = true
  engine.ask(requestOf(site))
  await settled()
  expect(faults).toEqual(['out of memory'])
  setup.fake.fails = false
  engine.ask(requestOf(site))
  await settled()
  expect(plots).toHaveLength(1)
})

test('asked faster than it can answer, it ends with the last; another ground is told to every hand', async () => {
  const setup = fakeHands()
  const { engine, plots, settled } = engineOn(setup)
  for (const cellM of [8, 7, 6, 5]) engine.ask(requestOf(site, cellM, `ground ${cellM}`))
  await settled()
  expect(plots.at(-1)!.grid.cellM).toBe(5)
  expect(plots.at(-1)).toEqual(await plainPlot(requestOf(site, 5)))
})

test('given up, nothing comes; stopped, every hand is let go', async () => {
  const setup = fakeHands()
  const { engine, plots, settled } = engineOn(setup)
  engine.ask(requestOf(site))
  engine.giveUp()
  await settled()
  expect(plots).toEqual([])
  engine.stop()
  engine.ask(requestOf(site))
  await settled()
  expect(plots).toEqual([])
  expect(setup.fake.ended).toBe(3)
})
