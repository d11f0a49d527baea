import type { Rule } from '../../plan'
import { yard } from '~/tests/kit/yard'
import { decide, matches } from './policy'

const rule = (part: Partial<Rule>): Rule => ({
  id: 'r',
  action: 'drop',
  fromNetworkId: null,
  to: 'any',
  enabled: true,
  ...part,
})

test.each<[string, Partial<Rule>, string, Parameters<typeof matches>[2], boolean]>([
  ['any to any', {}, 'crew', 'internet', true],
  ['any to any, inside', {}, 'crew', { networkId: 'tills' }, true],
  ['from another network', { fromNetworkId: 'tills' }, 'crew', 'internet', false],
  ['to the internet only', { to: 'internet' }, 'crew', { networkId: 'tills' }, false],
  ['to the internet', { to: 'internet' }, 'crew', 'internet', true],
  ['to one network', { to: { networkId: 'tills' } }, 'crew', { networkId: 'tills' }, true],
  ['to another network', { to: { networkId: 'tills' } }, 'crew', { networkId: 'gear' }, false],
  ['to one network, not outside', { to: { networkId: 'tills' } }, 'crew', 'internet', false],
  ['switched off', { enabled: false }, 'crew', 'internet', false],
])('%s', (_name, part, from, to, expected) => expect(matches(rule(part), from, to)).toBe(expected))

test('the first match decides, later ones are not asked', () => {
  const site = {
    ...yard(),
    rules: [rule({ id: 'a', action: 'allow', fromNetworkId: 'crew' }), rule({ id: 'b' })],
  }
  expect(decide(site, 'crew', 'internet')).toMatchObject({ action: 'allow', position: 1 })
  expect(decide(site, 'tills', 'internet')).toMatchObject({ action: 'drop', position: 2 })
})

test('a rule that is off keeps its number, so that what is said matches the list', () => {
  const site = { ...yard(), rules: [rule({ id: 'a', enabled: false }), rule({ id: 'b' })] }
  expect(decide(site, 'crew', 'internet').position).toBe(2)
})

test('without a rule a router routes', () => {
  expect(decide({ ...yard(), rules: [] }, 'berths', { networkId: 'gear' })).toMatchObject({
    action: 'allow',
    position: null,
  })
})
