import { expectMended, seen, withDevice, withPort, yard } from '~/tests/kit/yard'
import { pow1 } from './pow1'

test('PoE off under a device that lives on it', () => {
  expectMended(pow1, withPort(yard(), 'switch', 3, { poe: false }))
})

test('with an injector the port may stay off', () => {
  const site = withDevice(withPort(yard(), 'switch', 3, { poe: false }), 'ap-shop', {
    powerSource: 'injector',
  })
  expect(seen(pow1, site)).toEqual([])
})

test('a free port with PoE off is no mistake', () => {
  expect(seen(pow1, withPort(yard(), 'switch', 7, { poe: false }))).toEqual([])
})
