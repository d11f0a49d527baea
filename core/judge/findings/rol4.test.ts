import { boatyard, expectMended, seen, withNetwork } from '~/tests/kit/yard'
import { rol4 } from './rol4'

test('a network that is not translated', () => {
  expectMended(rol4, withNetwork(boatyard(), 'berths', { translated: false }))
})

test('one that is kept inside by a rule needs no translation', () => {
  expect(seen(rol4, withNetwork(boatyard(), 'cameras', { translated: false }))).toEqual([])
})
