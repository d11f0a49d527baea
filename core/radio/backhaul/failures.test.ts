import { demoYard, withDevice } from '~/tests/kit/yard'
import { newAir } from '../../plan'
import type { Site } from '../../plan'
import { aftermathOf, byWeight, elementsOf, failureStudy, without } from '.'

const yard = demoYard()
const after = (site: Site, id: string) => {
  const study = failureStudy(site)
  return aftermathOf(
    study,
    study.elements.find((element) => element.id === id)!,
  )
}
const names = (list: { id: string }[]) => list.map(({ id }) => id).sort()

test('a dead gate-hut switch: what it powers is dark, what has its own supply finds another parent', () => {
  const { dark, reattached } = after(yard, 'sw-gate')
  expect(names(dark)).toEqual([
    'ap-gate',
    'ap-hard',
    'cafe-router',
    'cafe-till',
    'cam-gate',
    'cam-hard',
    'sw-cafe',
  ])
  expect(
    dark
      .filter(({ unpowered }) => unpowered)
      .map(({ id }) => id)
      .sort(),
  ).toEqual(['ap-gate', 'ap-hard'])
  expect(reattached).toMatchObject([{ id: 'ap-cafe', parentId: 'ap-gable', hops: 1 }])
  expect(reattached[0]!.mbps).toBeGreaterThan(20)
})

test('a cut feed cable of that switch leaves its power on: all three seek', () => {
  const { dark, reattached } = after(yard, 'cable:l-switch-sw-gate')
  expect(names(reattached)).toEqual(['ap-cafe', 'ap-gate', 'ap-hard'])
  // What is cabled behind them comes back with them.
  expect(names(dark)).not.toContain('sw-gate')
})

test('a radio uplink that fails is found again, a bridge is not', () => {
  expect(after(yard, 'uplink:ap-work-1').reattached).toMatchObject([
    { id: 'ap-work-1', parentId: 'ap-gable' },
  ])
  expect(names(after(yard, 'uplink:bridge-hut').dark)).toEqual(['ap-pontoon', 'bridge-hut'])
})

test('without the gateway everything is dark; without the modem there is no internet', () => {
  expect(after(yard, 'gateway').dark.length).toBeGreaterThan(20)
  const modem = after(yard, 'cable:l-modem-gateway')
  expect(modem).toMatchObject({ dark: [], feedLost: true })
})

test('single points of failure come first', () => {
  const study = failureStudy(yard)
  const list = byWeight(study.elements.map((element) => aftermathOf(study, element)))
  expect(list[0]?.element.name).toContain('Yard gateway')
  for (let i = 1; i < list.length; i++)
    expect(list[i]!.dark.length).toBeLessThanOrEqual(list[i - 1]!.dark.length)
})

test('each kind of thing is there, and taking it away takes just it', () => {
  const kinds = new Set(elementsOf(yard).map(({ kind }) => kind))
  expect([...kinds].sort()).toEqual(['cable', 'device', 'port', 'uplink'])
  const torn = without(yard, { kind: 'device', id: 'ap-gable', name: '' })
  expect(torn.devices.find(({ id }) => id === 'ap-work-1')?.air).toBeNull()
  expect(torn.links.some(({ b }) => b.deviceId === 'ap-gable')).toBe(false)
  expect(without(yard, { kind: 'port', id: 'x', name: '', linkId: 'l-spare' })).toEqual(yard)
})

test('a device that becomes slower is told with both figures', () => {
  // A second way to the café: by mesh over the gate, used when its own cable fails.
  const site = withDevice(yard, 'ap-cafe', { air: newAir('ap-gate', { reason: 'a second way' }) })
  const { slower } = after(site, 'cable:l-sw-gate-ap-cafe')
  expect(slower).toMatchObject([{ id: 'ap-cafe' }])
  expect(slower[0]!.afterMbps).toBeLessThan(slower[0]!.beforeMbps)
})
