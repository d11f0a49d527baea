import { flagOf } from './flag'

test('a flag follows from its id alone', () => expect(flagOf(24)).toEqual(flagOf(24)))

test('field and charge are told apart, for every VLAN', () => {
  for (let vlanId = 1; vlanId <= 4094; vlanId++) expect(flagOf(vlanId).field).not.toBe(flagOf(vlanId).charge)
})

test.each([1, 10, 12])('91 networks numbered in steps of %i fly 91 different flags', (step) => {
  const flags = new Set(Array.from({ length: 91 }, (_, i) => JSON.stringify(flagOf((i + 1) * step))))
  expect(flags.size).toBe(91)
})
