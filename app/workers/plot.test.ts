import {
  computeLayer,
  gridOver,
  kernelRadio,
  layerJob,
  outdoorCells,
  plannedRadios,
  sceneOf,
} from '~/core/radio/coverage'
import type { Reading } from '~/core/radio/coverage'
import { boatyard } from '~/tests/kit/yard'
import { DEPTH_LEVELS } from '~/core/radio/coverage'
import type { PlotOrder } from './messages'
import { plotOf } from './plot'

const site = boatyard()
const grid = gridOver([0, 0], [240, 160], 4, 1.2)
const radios = plannedRadios(site, '2.4')
const scene = sceneOf(site, '2.4')
const outdoors = outdoorCells(scene, grid)
const layers = new Map(
  radios.map((radio) => [
    radio.key,
    computeLayer(layerJob(scene, kernelRadio(site, radio, 1.2), grid, outdoors)),
  ]),
)
const order = (reading: Reading, part: Partial<PlotOrder> = {}): PlotOrder => ({
  grid,
  layerKeys: radios.map(({ key }) => key),
  radios,
  ground: site.ground,
  reading,
  thresholdDbm: -75,
  foreign: site.neighbours.filter(({ band }) => band === '2.4'),
  areas: site.areas.filter(({ levelId, band }) => levelId === 'yard' && band === '2.4'),
  levels: DEPTH_LEVELS[reading],
  ...part,
})

test.each(Object.keys(DEPTH_LEVELS) as Reading[])('%s: five depths, lines and weak spots', (reading) => {
  const plot = plotOf(order(reading), layers)!
  expect(plot).toMatchObject({ reading, grid })
  expect(Math.max(...plot.depths)).toBeLessThanOrEqual(5)
  expect(plot.isolines.map(({ value }) => value)).toEqual(DEPTH_LEVELS[reading])
  expect(plot.areas.map(({ areaId }) => areaId).sort()).toEqual(['a-gate', 'a-hard', 'a-pont'])
  // The hard standing is below its need, and its weak spot lies in it.
  expect(plot.hatcheds[0]!.rings.length).toBeGreaterThan(0)
})

test('a missing layer means no chart yet', () => {
  expect(plotOf(order('signal', { layerKeys: ['other'] }), layers)).toBeNull()
})

test('without any access point there is an empty chart, and all of every area is below its need', () => {
  const plot = plotOf(order('signal', { radios: [], layerKeys: [] }), layers)!
  expect(Math.max(...plot.depths)).toBe(0)
  expect(
    plot.areas.every(
      ({ onAverage, withConfidence, servedBy }) =>
        onAverage === 0 && withConfidence === 0 && servedBy.length === 0,
    ),
  ).toBe(true)
})

test('disturbance by others makes no cell better', () => {
  const [clean, dirty] = [plotOf(order('snr'), layers)!, plotOf(order('sinr'), layers)!]
  expect(dirty.depths.every((depth, cell) => depth <= clean.depths[cell]!)).toBe(true)
  expect(dirty.depths.some((depth, cell) => depth < clean.depths[cell]!)).toBe(true)
})
