import { boatyard, expectMended, seen, withPort } from '~/tests/kit/yard'
import type { Rule } from '../../plan'
import { wsh1 } from './wsh1'

test('what must be reached is not from one access point, and it is named', () => {
  const [sighting] = seen(wsh1, withPort(boatyard(), 'sw-shed', 3, { taggedVlans: [60] }))
  expect(sighting?.says).toMatch(/^Crew must reach the internet and Cameras\. 2 of 20 places of Crew/)
  expect(sighting?.says).toContain('Workshop switch, port 3: the port is not a member of VLAN 24')
})

const withRule = (rule: Omit<Rule, 'id' | 'enabled'>) => {
  const site = boatyard()
  return { ...site, rules: [{ id: 'odd', enabled: true, ...rule }, ...site.rules] }
}

test('a rule that drops just this goes', () => {
  const site = withRule({ action: 'drop', fromNetworkId: 'crew', to: { networkId: 'cameras' } })
  expect(expectMended(wsh1, site).rules.some(({ id }) => id === 'odd')).toBe(false)
})

test('before a broader rule an allow is put', () => {
  const mended = expectMended(wsh1, withRule({ action: 'drop', fromNetworkId: 'tills', to: 'any' }))
  expect(mended.rules[0]).toMatchObject({ id: 'allow-tills-internet', action: 'allow' })
})

test('a requirement that is kept says nothing', () => expect(seen(wsh1, boatyard())).toEqual([]))
