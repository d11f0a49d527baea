import { boatyard, expectMended, seen } from '~/tests/kit/yard'
import type { Rule, Site } from '../../plan'
import { iso2 } from './iso2'

const behind = (first: Omit<Rule, 'id' | 'enabled'>): Site => {
  const site = boatyard()
  return { ...site, rules: [{ id: 'first', enabled: true, ...first }, ...site.rules] }
}

test('a drop behind an allow of just the same: the allow goes', () => {
  const site = behind({ action: 'allow', fromNetworkId: 'cameras', to: 'internet' })
  expect(seen(iso2, site)[0]?.says).toContain('drop from Cameras to the internet) is never reached')
  expect(expectMended(iso2, site).rules.some(({ id }) => id === 'first')).toBe(false)
})

test('a drop behind a broader allow: the drop goes first, the allow stays', () => {
  const site = boatyard()
  const rules: Rule[] = [
    { id: 'wide', action: 'allow', fromNetworkId: 'cameras', to: 'any', enabled: true },
    { id: 'narrow', action: 'drop', fromNetworkId: 'cameras', to: 'internet', enabled: true },
  ]
  const spoilt = { ...site, requirements: [], rules }
  expect(seen(iso2, spoilt)).toHaveLength(1)
  expect(expectMended(iso2, spoilt).rules.map(({ id }) => id)).toEqual(['narrow', 'wide'])
})

test('said twice is a note', () => {
  const site = behind({ action: 'drop', fromNetworkId: 'cameras', to: 'internet' })
  expect(seen(iso2, site)[0]?.severity).toBe('note')
  expectMended(iso2, site)
})

test('an exception before a broader rule is how it is done', () => {
  expect(seen(iso2, behind({ action: 'allow', fromNetworkId: 'berths', to: 'internet' }))).toEqual([])
  const off = behind({ action: 'allow', fromNetworkId: 'cameras', to: 'internet' })
  const rules = off.rules.map((rule) => (rule.id === 'first' ? { ...rule, enabled: false } : rule))
  expect(seen(iso2, { ...off, rules })).toEqual([])
})
