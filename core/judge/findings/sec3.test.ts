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

test('a list of hardware addresses is a layer, and no lock', () => {
  const [sighting] = seen(sec3, withSsid(boatyard(), 'ssid-crew', { macList: ['02:00:5e:00:53:01'] }))
  expect(sighting?.says).toContain('takes only 1 device of its list')
  expect(sighting?.says).not.toContain('02:00:5e')
})
