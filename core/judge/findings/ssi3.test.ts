import { seen, withNetwork, withSsid, yard } from '~/tests/kit/yard'
import { ssi3 } from './ssi3'

test('an SSID on no network stops the work', () => {
  const [sighting] = seen(ssi3, withSsid(yard(), 'ssid-crew', { networkId: null }))
  expect(sighting?.says).toBe('“TernQuay-Crew” is on no network.')
  expect(sighting?.severity).toBeUndefined()
})

test('an SSID among the gear', () => {
  expect(seen(ssi3, withSsid(yard(), 'ssid-crew', { networkId: 'gear' }))[0]?.severity).toBe('fix')
})

test('the same network for another purpose is right', () => {
  const site = withNetwork(withSsid(yard(), 'ssid-crew', { networkId: 'gear' }), 'gear', { purpose: 'staff' })
  expect(seen(ssi3, site)).toEqual([])
})
