import loadHighs from 'highs'
import { boatyard, demoYard, yard } from '~/tests/kit/yard'
import { seededRandom } from '../../lib/random'
import { solveWith } from '../../lib/solver'
import { attachmentsOf } from '../../network/layer2'
import { deviceOf } from '../../plan'
import { planTwin } from '../../radio/backhaul'
import { fewestStops } from './fewest'
import type { Stop } from './fewest'

const solver = async () => solveWith(await loadHighs())
const thingsOf = ({ requirementIds, crossings }: Stop) => [...requirementIds, ...crossings]

test.each([
  ['the boatyard', boatyard],
  ['the demo', demoYard],
])('%s: nothing that any place would show is left out, and no stop is for nothing', async (_name, make) => {
  const site = make()
  const twin = planTwin(site)
  const solve = await solver()
  const { stops, isLeast, bound, nowhere, provenAfter, requirements } = fewestStops(site, twin, solve)
  expect([isLeast, bound]).toEqual([true, stops.length])
  expect(provenAfter.at(-1)).toBe(requirements - nowhere.length)
  expect(stops.length).toBeLessThan(attachmentsOf(site).length)
  const all = new Set(stops.flatMap(thingsOf))
  for (const one of stops) {
    const others = new Set(stops.filter((stop) => stop !== one).flatMap(thingsOf))
    expect([...all].some((thing) => !others.has(thing))).toBe(true)
  }
})

test('as few as trying every set of places finds, on small sites', async () => {
  const solve = await solver()
  const sizes = new Set<number>()
  for (let seed = 0; seed < 30; seed++) {
    // The chandlery with some of its SSIDs and sockets, and some of what is asked for.
    const random = seededRandom(seed)
    const some = <T>(list: T[]): T[] => list.filter(() => random() < 0.5)
    const base = yard()
    const site = {
      ...base,
      ssids: some(base.ssids),
      requirements: some(
        base.networks.map(({ id }) => ({
          id: `r-${id}`,
          fromNetworkId: id,
          to: 'internet' as const,
          strength: 'must' as const,
        })),
      ),
    }
    const twin = planTwin(site)
    const { stops } = fewestStops(site, twin, solve)
    // Each place by itself, as the same sum gives it for a site where it is the only way.
    const every = attachmentsOf(site).flatMap((at) => {
      const one = fewestStops({ ...site }, twin, () => ({
        status: 'none',
        values: [],
        objective: 0,
        bound: 0,
      }))
      return one.stops.filter(({ attachmentId }) => attachmentId === at.id)
    })
    if (every.length === 0 || every.length > 14) continue
    const goal = new Set(every.flatMap(thingsOf)).size
    let least = every.length
    for (let mask = 1; mask < 1 << every.length; mask++) {
      const set = every.filter((_stop, i) => mask & (1 << i))
      if (set.length < least && new Set(set.flatMap(thingsOf)).size === goal) least = set.length
    }
    expect([seed, stops.length]).toEqual([seed, least])
    sizes.add(least)
  }
  expect(sizes.size).toBeGreaterThan(1)
})

test('nothing is asked for, and nobody can attach: no stop', async () => {
  const empty = { ...boatyard(), requirements: [], devices: [], links: [], ssids: [], groups: [] }
  expect(fewestStops(empty, planTwin(empty), await solver())).toMatchObject({
    stops: [],
    isLeast: true,
    provenAfter: [],
  })
  const gone = { ...boatyard(), devices: [], links: [] }
  expect(fewestStops(gone, planTwin(gone), await solver()).nowhere.length).toBeGreaterThan(5)
})

test('on foot every stop comes once, those on the chart first, and the way is shorter than in the order of what they try', async () => {
  const site = boatyard()
  const { stops, onFoot } = fewestStops(site, planTwin(site), await solver())
  expect([...onFoot].sort((a, b) => a - b)).toEqual(stops.map((_stop, i) => i))
  const at = (i: number) =>
    deviceOf(site, attachmentsOf(site).find(({ id }) => id === stops[i]!.attachmentId)!.place.deviceId)
      ?.position?.at
  const wayM = (order: number[]) => {
    const spots = order.flatMap((i) => [at(i)].filter((spot) => spot !== undefined))
    return spots
      .slice(1)
      .reduce((sum, spot, i) => sum + Math.hypot(spot[0] - spots[i]![0], spot[1] - spots[i]![1]), 0)
  }
  expect(wayM(onFoot)).toBeLessThan(0.7 * wayM(stops.map((_stop, i) => i)))
  const placed = onFoot.map((i) => at(i) !== undefined)
  expect(placed.lastIndexOf(true)).toBeLessThan(placed.includes(false) ? placed.indexOf(false) : Infinity)
})

/** IEEE 802.1Q-2022 section 8.8.2: a VLAN is on a cable where both ends are members of it. Counted from the plan's ports, port by port. */
test.each([
  ['the chandlery', yard],
  ['the boatyard', boatyard],
])(
  '%s: every VLAN on every cable between switches is tried by a stop, or listed as untried',
  async (_name, make) => {
    const site = make()
    const { stops, untried } = fewestStops(site, planTwin(site), await solver())
    const crossed = new Set(stops.flatMap(({ crossings }) => crossings))
    const members = (deviceId: string, number: number) => {
      const device = deviceOf(site, deviceId)!
      const port = device.ports.find((one) => one.number === number)!
      return { device, vlans: new Set([port.nativeVlan, ...(port.mode === 'trunk' ? port.taggedVlans : [])]) }
    }
    let counted = 0
    for (const { a, b } of site.links) {
      const [near, far] = [members(a.deviceId, a.port), members(b.deviceId, b.port)]
      if (![near, far].every(({ device }) => ['switch', 'gateway'].includes(device.kind))) continue
      for (const vid of near.vlans) {
        const network = site.networks.find(({ vlanId }) => vlanId === vid)
        if (!network || !far.vlans.has(vid)) continue
        counted++
        const isTried = [a, b].some((end) => crossed.has(`${end.deviceId} port:${end.port} ${vid}`))
        const isListed = untried.some(
          ({ networkId, deviceIds }) =>
            networkId === network.id && [a.deviceId, b.deviceId].every((id) => deviceIds.includes(id)),
        )
        expect([a.deviceId, b.deviceId, vid, isTried !== isListed]).toEqual([
          a.deviceId,
          b.deviceId,
          vid,
          true,
        ])
      }
    }
    expect(counted).toBeGreaterThan(4)
  },
)

test('the gear’s own network on an access point’s cable is listed, with the page that shows it', async () => {
  const site = yard()
  const { untried } = fewestStops(site, planTwin(site), await solver())
  expect(untried).toContainEqual({ networkId: 'gear', deviceIds: ['switch', 'ap-shop'], pageOf: 'ap-shop' })
})
