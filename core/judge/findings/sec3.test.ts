import { newAir } from '../../plan'
import { boatyard, expectMended, seen, usedAs, withDevice, withSsid } from '~/tests/kit/yard'
import { sec3 } from './sec3'

test('a hidden SSID for clients', () => {
  expectMended(sec3, withSsid(boatyard(), 'ssid-crew', { hidden: true }))
})

test('a bridge’s own SSID may be hidden', () => {
  const site = withDevice(withSsid(boatyard(), 'ssid-crew', { hidden: true }), 'cafe-router', {
    ...usedAs('repeater'),
    air: newAir('ap-cafe', { ssidId: 'ssid-crew' }),
  })
  expect(seen(sec3, site)).toEqual([])
})
