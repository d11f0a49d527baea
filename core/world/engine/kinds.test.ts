import { bench, later, phase } from '~/tests/kit/bench'
import { longMole, withDevice, withManagement, withPart } from '~/tests/kit/yard'
import type { Site } from '../../plan'
import { findings } from '../../judge/findings'
import { clustersNow } from '../fleet/clusters'
import { isRunning } from '../adoption'
import { waitsWhereMeant } from '../planned'
import type { Action } from '../adoption'
import type { World } from '../types'
import { perform } from './play'

/** Mains on, and what waits is adopted every two minutes. */
function staged(site: Site, minutes = 70): World {
  const world = bench(site, 2)
  for (let minute = 2; minute < minutes; minute += 2) {
    later(world, 2)
    for (const gear of [...world.gear.values()])
      if (waitsWhereMeant(world, gear)) perform(world, { kind: 'adopt', deviceId: gear.id })
  }
  return world
}

test('a plan without a finding: every kind of access point comes from its carton to running', () => {
  expect(findings(longMole())).toEqual([])
  const world = staged(longMole())
  const odd = [...world.gear.values()].filter((gear) => !isRunning(gear.phase))
  expect(odd.map(({ id, waitsFor }) => [id, waitsFor])).toEqual([])
  expect(phase(world, 'ap-loft')).toBe('byRadio')
  expect(clustersNow(world)).toMatchObject([{ name: 'Quay', masterId: 'ap-quay-1', sharedIp: '172.27.12.9' }])
})

test.each<[string, (site: Site) => Site, string, RegExp]>([
  [
    'managed by the gateway, with nothing free and no licence',
    (site) => ({ ...site, deviceTypes: site.deviceTypes.map((type) => ({ ...type, managesFree: 0 })) }),
    'ap-desk',
    /no licence left/,
  ],
  [
    'by cable, and the allow list lacks it',
    (site) => withPart(site, 'controller', 'controller', { allowList: [] }),
    'ap-chart',
    /not on the allow list/,
  ],
  [
    'by cable, and its firmware is too old',
    (site) => withDevice(site, 'ap-chart', { firmware: '5.0' }),
    'ap-chart',
    /takes firmware 5.8.0 or newer/,
  ],
  [
    'by radio, and its parent takes no children',
    (site) => withPart(site, 'ap-chart', 'mesh', { takesChildren: false }),
    'ap-loft',
    /takes no children/,
  ],
  [
    'from home, and one port is not handed in',
    (site) => ({ ...site, forwards: site.forwards.slice(1) }),
    'ap-home',
    /does not forward UDP 5246/,
  ],
  [
    'from home, told another address',
    (site) => withPart(site, 'ap-home', 'adoption', { pointer: '203.0.113.77' }),
    'ap-home',
    /asks 203\.0\.113\.77/,
  ],
  [
    'from home, and the clock is wrong',
    (site) => withPart(site, 'controller', 'controller', { timeServer: null }),
    'ap-home',
    /No certificate is valid yet/,
  ],
  [
    'hosted, and the pointer is missing',
    (site) => withPart(site, 'ap-slip', 'adoption', { pointer: '198.51.100.99' }),
    'ap-slip',
    /./,
  ],
  [
    'inside, sent to the public address',
    (site) => withPart(site, 'controller', 'controller', { stagingNetworkId: null }),
    'ap-chart',
    /public address 203\.0\.113\.2/,
  ],
])('%s: it does not run, and the reason is one to act on', (_name, spoil, id, words) => {
  const world = staged(spoil(longMole()))
  const gear = world.gear.get(id)!
  expect([
    isRunning(gear.phase) &&
      gear.listedAt === world.plan.devices.find((one) => one.id === id)?.adoption?.controllerId,
    gear.waitsFor ?? `listed at ${gear.listedAt}`,
  ]).toEqual([false, expect.stringMatching(words)])
})

describe('the cluster', () => {
  const cut = (world: World, id: string) => {
    const link = world.plan.links.find(({ b }) => b.deviceId === id)!
    const action: Action = { kind: 'pullCable', linkId: link.id }
    expect(perform(world, action)).toBeNull()
  }

  test('its master loses power: the next in line answers at the shared address; the master comes back and takes it again', () => {
    const world = staged(longMole(), 20)
    cut(world, 'ap-quay-1')
    expect(clustersNow(world)).toMatchObject([{ masterId: 'ap-quay-2', sharedIp: '172.27.12.9' }])
    expect(
      world.events.some(({ text }) => text.includes('master of “Quay” now; it answers at 172.27.12.9')),
    ).toBe(true)
    perform(world, {
      kind: 'plugCable',
      linkId: world.plan.links.find(({ b }) => b.deviceId === 'ap-quay-1')!.id,
    })
    later(world, 5)
    expect(clustersNow(world)[0]?.masterId).toBe('ap-quay-1')
  })

  test('the shared address not set on every member: after the master nobody answers there', () => {
    const world = staged(withPart(longMole(), 'ap-quay-2', 'cluster', { sharedIp: null }), 20)
    cut(world, 'ap-quay-1')
    expect(clustersNow(world)).toMatchObject([{ masterId: 'ap-quay-2', sharedIp: null }])
    expect(world.events.some(({ text }) => text.includes('nobody answers there'))).toBe(true)
  })

  test('a name that differs by case: two clusters', () => {
    const world = staged(withPart(longMole(), 'ap-quay-3', 'cluster', { name: 'quay' }), 20)
    expect(clustersNow(world).map(({ memberIds }) => memberIds)).toEqual([
      ['ap-quay-1', 'ap-quay-2'],
      ['ap-quay-3'],
    ])
  })

  test('members that do not hear each other: two masters', () => {
    const site = withManagement(longMole(), 'ap-quay-3', { ip: '172.27.12.13' })
    const apart = {
      ...site,
      devices: site.devices.map((device) =>
        device.id === 'switch'
          ? {
              ...device,
              ports: device.ports.map((port) =>
                port.number === site.links.find(({ b }) => b.deviceId === 'ap-quay-3')?.a.port
                  ? { ...port, nativeVlan: 60, taggedVlans: [12, 24] }
                  : port,
              ),
            }
          : device,
      ),
    }
    expect(clustersNow(staged(apart, 20))).toHaveLength(2)
  })
})
