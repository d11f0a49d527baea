import { demoYard, usedAs, withDevice, withPart } from '~/tests/kit/yard'
import { newAir, NO_MESH, roleOf, servesOn } from '../../plan'
import type { Area, Device, Site } from '../../plan'
import { areaField } from './areaField'
import { plannedRadios } from './plannedRadios'
import { NOBODY, NOTHING_DBM, leaks, overNoiseAndOthers, served } from './readings'

const site = demoYard()
const boxOf = (id: string, within: Site = site): Device => within.devices.find((one) => one.id === id)!
/** On the bridge's own band. */
const pontoon: Area = { ...site.areas.find(({ id }) => id === 'a-pont')!, band: '5' }

test('a device serves clients on a band unless that radio is kept for a link', () => {
  const shop = boxOf('ap-shop')
  expect(servesOn(shop, '5')).toBe(true)
  expect(servesOn(boxOf('bridge-quay'), '5')).toBe(false)
  expect(servesOn(boxOf('bridge-hut'), '5')).toBe(false)
  const own: Device = { ...shop, mesh: { ...NO_MESH, ownBand: '5' } }
  expect([servesOn(own, '5'), servesOn(own, '2.4')]).toEqual([false, true])
  const station: Device = {
    ...boxOf('cafe-router'),
    ...usedAs('station'),
    air: newAir('ap-cafe', { way: 'station', band: '5' }),
  }
  expect([servesOn(station, '5'), servesOn(station, '2.4')]).toEqual([false, false])
  expect(servesOn({ ...station, ...usedAs('repeater') }, '5')).toBe(true)
  expect(servesOn({ ...shop, kind: 'station' }, '5')).toBe(false)
})

test('over the pontoon nobody is served by the bridge, however loud it is there', () => {
  const field = areaField(site, pontoon, 2)!
  const bridge = field.radios.flatMap(({ device }, i) => (roleOf(device) === 'bridgeEnd' ? [i] : []))
  expect(bridge).toHaveLength(2)
  for (const i of bridge) expect([...field.served.best]).not.toContain(i)
  const lamp = areaField(withPart(site, 'bridge-quay', 'router', { role: 'plainAp' }), pontoon, 2)!
  expect(bridge.some((i) => lamp.served.best.includes(i))).toBe(true)
  const gone = areaField(withDevice(site, 'bridge-quay', { position: null }), pontoon, 2)!
  expect(gone.served.signal).toEqual(field.served.signal)
})

test('a radio kept for backhaul leaves its cells to others', () => {
  const kept = withDevice(site, 'ap-pontoon', { mesh: { ...NO_MESH, ownBand: pontoon.band } })
  const field = areaField(kept, pontoon, 2)!
  const own = field.radios.findIndex(({ device }) => device.id === 'ap-pontoon')
  expect([...field.served.best]).not.toContain(own)
  const before = areaField(site, pontoon, 2)!
  const count = (list: ArrayLike<number>, wanted: number) =>
    Array.from(list).filter((one) => one === wanted).length
  expect(count(before.served.best, own)).toBeGreaterThan(0)
})

test('what does not serve counts for the others’ noise alone', () => {
  const [a, b] = plannedRadios(site, '5').filter(({ serves }) => serves)
  const radios = [
    { ...a!, channel: 36 },
    { ...b!, channel: 36, serves: false },
  ]
  const layers = [Float32Array.of(-60), Float32Array.of(-50)]
  const { ground } = site
  const all = served(radios, layers, ground, -90)
  expect(Array.from(all.best)).toEqual([0])
  expect(Array.from(all.servers)).toEqual([1])
  expect(Array.from(all.second)).toEqual([NOTHING_DBM])
  expect(leaks(radios)[0]![1]).toBeGreaterThan(0)
  const [with2] = overNoiseAndOthers(radios, layers, ground, all)
  const [alone] = overNoiseAndOthers([radios[0]!], [layers[0]!], ground, all)
  expect(with2!).toBeLessThan(alone! - 10)
  const nobody = served([radios[1]!], [layers[1]!], ground, -90)
  expect(Array.from(nobody.best)).toEqual([NOBODY])
})
