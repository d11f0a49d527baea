import { boatyard } from '~/tests/kit/yard'
import { MOST_CHANNEL_M, estimatedLengthM, forbiddenOn, routeLength, routeOf } from './routeLength'

const site = boatyard()
const device = (id: string) => site.devices.find((one) => one.id === id)!

test('a drawn way: its pieces, the rise between levels, and what is spare', () => {
  const office = site.cableRoutes.find(({ id }) => id === 'c-office')!
  // 1.49 m to the riser, 3.2 m up, 10.44 m across, 3 m spare.
  const length = routeLength(site, office)
  expect(length.value).toBeCloseTo(Math.hypot(1, 1.1) + 3.2 + Math.hypot(3, 10) + 3, 6)
  expect(length.inputs.map(({ name }) => name)).toEqual(['pieces', 'rises', 'spare'])
  expect(MOST_CHANNEL_M).toBe(100)
})

test('the way of a cable, if one is drawn', () => {
  expect(
    routeOf(
      site,
      site.links.find(({ id }) => id === 'l-switch-sw-gate')!,
    )?.id,
  ).toBe('c-gate')
  expect(
    routeOf(
      site,
      site.links.find(({ id }) => id === 'l-modem-gateway')!,
    ),
  ).toBeUndefined()
})

test('without one it is worked out from the places: a fifth more than straight, the heights, and slack', () => {
  const [a, b] = [device('switch'), device('ap-shop')]
  const straight = Math.hypot(58 - 60, 100 - 94.6)
  expect(estimatedLengthM(site, a, b)).toBeCloseTo(straight * 1.2 + (2.9 - 1.8) + 3, 6)
  expect(estimatedLengthM(site, a, { ...b, position: null })).toBeNull()
  expect(estimatedLengthM(site, undefined, b)).toBeNull()
})

test('from level to level it goes by a riser, if one joins them', () => {
  const [a, b] = [device('switch'), device('ap-office')]
  const byRiser = Math.hypot(1, 1.1) + Math.hypot(3, 10)
  const up = 3.2 + 2.5 - 1.8
  expect(estimatedLengthM(site, a, b)).toBeCloseTo(byRiser * 1.2 + up + 3, 6)
  const without = { ...site, risers: [] }
  expect(estimatedLengthM(without, a, b)).toBeCloseTo(Math.hypot(2, 8.9) * 1.2 + up + 3, 6)
})

test('a way through the creek is named, one along it is not', () => {
  const route = site.cableRoutes[0]!
  const over = (points: [number, number][]) => ({
    ...route,
    points: points.map((at) => ({ levelId: 'yard', at })),
  })
  expect(forbiddenOn(site, route)).toEqual([])
  const creek = over([
    [20, 60],
    [220, 20],
  ])
  expect(forbiddenOn(site, creek)).toEqual(['Creek'])
  const under = over([
    [170, 60],
    [200, 60],
  ])
  expect(forbiddenOn(site, under)).toEqual(['Under the boat lift'])
})
