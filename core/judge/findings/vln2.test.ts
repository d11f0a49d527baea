import { expectMended, seen, withDevice, withPort, yard } from '~/tests/kit/yard'
import { vln2 } from './vln2'

test('switch and access point disagree: the switch follows', () => {
  const site = withPort(yard(), 'switch', 3, { nativeVlan: 24, taggedVlans: [60] })
  expect(seen(vln2, site)[0]?.says).toContain('VLAN 24 (Crew)')
  const mended = expectMended(vln2, site)
  expect(mended.devices.find(({ id }) => id === 'switch')?.ports[2]?.nativeVlan).toBe(12)
})

test('between switch and router nobody can say who is right', () => {
  const site = withPort(yard(), 'gateway', 2, { nativeVlan: 24, taggedVlans: [36, 48, 60] })
  expect(seen(vln2, site)).toHaveLength(1)
  expect(seen(vln2, site)[0]?.mend).toBeUndefined()
})

test('a host does not sort by VLAN, nor does a router’s uplink', () => {
  const site = withPort(withPort(yard(), 'controller', 1, { nativeVlan: 99 }), 'gateway', 1, {
    nativeVlan: 98,
  })
  expect(seen(vln2, site)).toEqual([])
})

test('an unmanaged switch has no native VLAN to differ in', () => {
  expect(seen(vln2, withDevice(yard(), 'switch', { kind: 'unmanagedSwitch' }))).toEqual([])
})
