import { later, phase, running } from '~/tests/kit/bench'
import { withSsid, yard } from '~/tests/kit/yard'
import { perform } from '../engine/play'

test('a later plan is sent to what runs under a controller, which stays in Run meanwhile', () => {
  const world = running()
  const [ssid] = yard().ssids
  const next = withSsid(yard(), ssid!.id, { hidden: true })
  expect(perform(world, { kind: 'replan', site: next, revision: 2 })).toBeNull()
  expect([phase(world, 'ap-shop'), world.gear.get('ap-shop')?.capwap]).toEqual(['configuring', 'run'])
  later(world, 10)
  const gear = world.gear.get('ap-shop')!
  expect([gear.phase, gear.capwap]).toEqual(['running', 'run'])
  expect(gear.running.ssids.find(({ id }) => id === ssid!.id)?.hidden).toBe(true)
})

test('a single setting: typed into its own page it is in force; at a controller that does not hear it, refused', () => {
  const world = running()
  const held = world.gear.get('ap-shop')!.running
  const quiet = {
    ...held,
    device: { ...held.device, radios: held.device.radios.map((one) => ({ ...one, powerDbm: 5 })) },
  }
  const set = (pageId: string) =>
    perform(world, { kind: 'set', deviceId: 'ap-shop', pageId, configuration: quiet })
  expect(set('controller')).toMatch(/page does not open/)
  expect(perform(world, { kind: 'beside', deviceId: 'controller' })).toBeNull()
  expect(set('controller')).toBeNull()
  later(world, 10)
  expect(world.gear.get('ap-shop')?.running.device.radios.map(({ powerDbm }) => powerDbm)).toEqual([5, 5])
  const link = yard().links.find(({ b }) => b.deviceId === 'controller')!
  expect(perform(world, { kind: 'pullCable', linkId: link.id })).toBeNull()
  later(world, 5)
  expect(set('controller')).not.toBeNull()
})
