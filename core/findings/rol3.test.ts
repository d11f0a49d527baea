import { boatyard, expectMended, seen, withDevice } from '~/tests/kit/yard'
import { rol3 } from './rol3'

test('a modem that is a router too', () => {
  expectMended(rol3, withDevice(boatyard(), 'modem', { bridgeMode: false }))
})

test('a modem in bridge mode, and an inner router by choice, are not this mistake', () => {
  expect(seen(rol3, boatyard())).toEqual([])
})
