import { boatyard, expectMended, seen, withPart, withProfile, withSsid, yard } from '~/tests/kit/yard'
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

test.each([
  ['UPnP', { upnp: true }, undefined],
  ['WPS', { wps: true }, undefined],
  ['Remote administration', { remoteAdmin: true }, 'stop'],
  ['firewall', { firewall: false }, 'stop'],
] as const)('a door left open at the gateway: %s', (says, part, severity) => {
  const site = withPart(yard(), 'gateway', 'router', part)
  const [sighting] = seen(sec2, site)
  expect([sighting?.says.includes(says), sighting?.severity]).toEqual([true, severity])
  expectMended(sec2, site)
})

test('a firewall that is off matters only where the outside begins', () => {
  const site = withPart(boatyard(), 'cafe-router', 'router', {
    firewall: false,
    uplink: null,
    role: 'plainAp',
  })
  expect(seen(sec2, site).filter(({ says }) => says.includes('firewall'))).toEqual([])
})

test('WPA and WPA2 mixed is as weak as TKIP, and is mended to WPA2', () => {
  const mended = expectMended(sec2, withProfile(yard(), 'prof-crew', { mode: 'wpa-wpa2' }))
  expect(mended.profiles.find(({ id }) => id === 'prof-crew')?.mode).toBe('wpa2-aes')
})
