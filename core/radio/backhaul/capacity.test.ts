import loadHighs from 'highs'
import { demoYard, withDevice } from '~/tests/kit/yard'
import { solveWith } from '../../lib/solver'
import type { Solve } from '../../lib/solver'
import type { Site } from '../../plan'
import { areaLinks, costOf, meanCost } from './areaLinks'
import { maximalCliques } from './cliques'
import { capacityOf, channelOf, endToEnd, feedsOf, promisedAt } from '.'

let solve: Solve
beforeAll(async () => {
  solve = solveWith(await loadHighs())
})
const yard = demoYard()
const device = (site: Site, id: string) => site.devices.find((one) => one.id === id)!

describe('groups that hear each other', () => {
  const graph = (n: number, edges: [number, number][]) => {
    const sets = Array.from({ length: n }, () => new Set<number>())
    for (const [a, b] of edges) {
      sets[a]!.add(b)
      sets[b]!.add(a)
    }
    return maximalCliques(sets)
      .map((clique) => clique.join(''))
      .sort()
  }
  test('a ring, a full graph, loners', () => {
    expect(
      graph(4, [
        [0, 1],
        [1, 2],
        [2, 3],
        [3, 0],
      ]),
    ).toEqual(['01', '03', '12', '23'])
    expect(
      graph(4, [
        [0, 1],
        [0, 2],
        [0, 3],
        [1, 2],
        [1, 3],
        [2, 3],
      ]),
    ).toEqual(['0123'])
    expect(graph(3, [])).toEqual(['0', '1', '2'])
  })
  /** Moon and Moser: three by three by three without edges inside has 27. Textbook. */
  test('the worst graph of nine has 27', () => {
    const edges: [number, number][] = []
    for (let a = 0; a < 9; a++)
      for (let b = a + 1; b < 9; b++) if (Math.floor(a / 3) !== Math.floor(b / 3)) edges.push([a, b])
    expect(graph(9, edges)).toHaveLength(27)
  })
})

describe('the whole site', () => {
  test('everybody at once: nobody gets more than wanted, and what holds back is named', () => {
    const { areas, dark } = capacityOf(yard, solve)
    expect(dark).toEqual([])
    for (const { fairMbps, wantsMbps, heldBackBy } of areas) {
      expect(fairMbps).toBeLessThanOrEqual(wantsMbps + 1e-6)
      expect(heldBackBy === null).toBe(fairMbps > wantsMbps - 1e-3)
    }
    const total = areas.reduce((sum, { fairMbps }) => sum + fairMbps, 0)
    expect(total).toBeCloseTo(yard.feed.downMbps!, 3)
    expect(areas.find(({ area }) => area.id === 'a-pont')?.heldBackBy).toBe('the feed')
  })

  test('with a large feed the air decides, and whose it is is named', () => {
    const rich = { ...yard, feed: { ...yard.feed, downMbps: null } }
    const pontoon = capacityOf(rich, solve).areas.find(({ area }) => area.id === 'a-pont')!
    expect(pontoon.heldBackBy).toMatch(/^the airtime of .+ \(2\.4 GHz, channel/)
    expect(pontoon.fairMbps).toBeLessThan(pontoon.wantsMbps)
  })

  test('a child shares one air with its parent, on its parent’s channel', () => {
    const moved = withDevice(yard, 'ap-work-1', {
      radios: device(yard, 'ap-work-1').radios.map((radio) => ({
        ...radio,
        channel: radio.band === '5' ? 36 : radio.channel,
      })),
    })
    expect(channelOf(moved, device(moved, 'ap-work-1'), '5')).toBe(124)
    const { cliques } = capacityOf(moved, solve)
    const shared = cliques.filter(
      ({ names }) => names.includes('Gable AP') && names.includes('Workshop AP 1'),
    )
    expect(shared.some(({ channels }) => channels.startsWith('5 GHz, channel 124'))).toBe(true)
  })

  test('a device behind a dead cable leaves its area without anything', () => {
    const cut = { ...yard, links: yard.links.filter(({ id }) => id !== 'l-switch-bridge-quay') }
    const { areas, dark } = capacityOf(cut, solve)
    expect(dark).toContain('Pontoon AP')
    const pontoon = areas.find(({ area }) => area.id === 'a-pont')!
    expect(pontoon.servedBy[0]?.name).toBe('Pontoon AP')
    expect(pontoon.expected).toEqual({ lowMbps: 0, likelyMbps: 0, highMbps: 0 })
  })
})

test('where one of two access points has no feed the other carries what the area gets', () => {
  const area = (site: Site) => capacityOf(site, solve).areas.find((one) => one.area.id === 'a-work')!
  const whole = area(yard)
  const cut = { ...yard, links: yard.links.filter(({ b }) => b.deviceId !== 'ap-work-2') }
  const half = area(cut)
  expect(whole.servedBy.map(({ deviceId }) => deviceId)).toContain('ap-work-2')
  expect(half.servedBy).toEqual(whole.servedBy)
  expect(half.fairMbps).toBeGreaterThan(0)
  expect(half.fairMbps).toBeLessThanOrEqual(half.wantsMbps)
  const none = {
    ...cut,
    devices: cut.devices.map((one) => (one.id === 'ap-work-1' ? { ...one, air: null } : one)),
  }
  expect(area(none)).toMatchObject({ fairMbps: 0 })
})

test('an area’s links: shares add up, slow cells cost more than fast ones, a crowd more than one', () => {
  const links = areaLinks(yard).find(({ area }) => area.id === 'a-hard')!
  expect(links.servings.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9)
  expect(links.alone.low).toBeLessThanOrEqual(links.alone.likely)
  const mode = { generation: 'ax' as const, band: '5' as const, widthMhz: 40, streams: 2, index: 2 }
  expect(costOf(mode, 2)).toBeGreaterThan(costOf({ ...mode, index: 9 }, 2))
  expect(meanCost(links.servings[0]!, 6)).toBeGreaterThan(meanCost(links.servings[0]!, 2))
})

test('what the plan promises to a client of a device: no more than its feed, shared air counted', () => {
  const shop = promisedAt(yard, 'ap-shop')!
  expect(shop.lowMbps).toBeLessThan(shop.likelyMbps)
  expect(shop.highMbps).toBeGreaterThan(shop.likelyMbps)
  const work = promisedAt(yard, 'ap-work-1')!
  const feed = endToEnd(yard, feedsOf(yard, 'all').get('ap-work-1')!)
  // Its clients and its uplink take turns on one radio.
  expect(work.likelyMbps).toBeLessThan(feed.likelyMbps * 0.75)
  expect(promisedAt(yard, 'bridge-quay')).toBeNull()
})
