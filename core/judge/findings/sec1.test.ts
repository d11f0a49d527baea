import { seen, withDevice, withSsid, yard } from '~/tests/kit/yard'
import { sec1 } from './sec1'

test('factory login, factory SSID, old firmware: each is seen', () => {
  expect(seen(sec1, withDevice(yard(), 'gateway', { defaultLogin: true }))[0]?.says).toContain(
    'factory login',
  )
  expect(seen(sec1, withSsid(yard(), 'ssid-crew', { name: 'Default' }))[0]?.says).toContain('delivered with')
  expect(seen(sec1, withDevice(yard(), 'gateway', { firmware: '7.4.1' }))[0]?.severity).toBe('note')
})

test('a till and an unmanaged switch have no login to change', () => {
  expect(seen(sec1, withDevice(yard(), 'till-1', { defaultLogin: true }))).toEqual([])
})

test('an SSID that only begins like a factory one', () => {
  expect(seen(sec1, withSsid(yard(), 'ssid-crew', { name: 'Default Quay' }))).toEqual([])
})
