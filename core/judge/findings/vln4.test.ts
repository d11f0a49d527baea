import { seen, withDevice, withPort, yard } from '~/tests/kit/yard'
import { vln4 } from './vln4'

test('tags pass through a switch that does not know them', () => {
  const [sighting] = seen(vln4, withDevice(yard(), 'switch', { kind: 'unmanagedSwitch' }))
  expect(sighting?.says).toContain('VLAN 24 (Crew) and VLAN 36 (Tills)')
})

test('an unmanaged switch with only untagged neighbours is harmless', () => {
  let site = withDevice(yard(), 'switch', { kind: 'unmanagedSwitch' })
  site = withPort(site, 'gateway', 2, { mode: 'access', taggedVlans: [] })
  site = { ...site, ssids: [] }
  expect(seen(vln4, site)).toEqual([])
})
