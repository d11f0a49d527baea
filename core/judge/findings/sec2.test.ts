import { expectMended, seen, withPart, withProfile, withSsid, yard } from '~/tests/kit/yard'
import { sec2 } from './sec2'

test.each(['open', 'wep'] as const)('%s stops the work', (mode) => {
  expect(seen(sec2, withProfile(yard(), 'prof-crew', { mode }))[0]?.severity).toBe('stop')
})

test('TKIP, WPS, UPnP and guests around the clock have one-click mends', () => {
  expectMended(sec2, withProfile(yard(), 'prof-crew', { mode: 'wpa-tkip' }))
  expectMended(sec2, withProfile(yard(), 'prof-crew', { wps: true }))
  expectMended(sec2, withPart(yard(), 'gateway', 'router', { upnp: true }))
  expectMended(sec2, withSsid(yard(), 'ssid-berth', { schedule: 'always' }))
})

test('a weak profile that no SSID uses harms nobody', () => {
  expect(seen(sec2, withProfile(yard(), 'prof-yard', { mode: 'open' }))).toEqual([])
})

test('staff around the clock is right', () => {
  expect(seen(sec2, withSsid(yard(), 'ssid-crew', { schedule: 'always' }))).toEqual([])
})
