import { boatyard, expectMended, seen } from '~/tests/kit/yard'
import type { Rule, Site } from '../../plan'
import { iso1 } from './iso1'

const without = (...ids: string[]): Site => {
  const site = boatyard()
  return { ...site, rules: site.rules.filter(({ id }) => !ids.includes(id)) }
}

test('a drop one way only', () => {
  const site = without('r-crew-berths')
  expect(seen(iso1, site)[0]?.says).toContain('the drop is one way')
  expectMended(iso1, site)
})

test('a requirement to keep apart that no rule keeps', () => {
  const site = without('r-tills-gear')
  expect(seen(iso1, site)[0]?.says).toBe('Tills must not reach Yard gear, and no rule drops it.')
  expectMended(iso1, site)
})

test('guests beside a network that nobody asked for about', () => {
  const site = { ...without('r-berths-cameras', 'r-cameras-berths'), requirements: [] }
  expect(seen(iso1, site).some(({ says }) => says === 'Nothing keeps Berth guests out of Cameras.')).toBe(
    true,
  )
})

test('the mend goes before a broad allow', () => {
  const wide: Rule = { id: 'wide', action: 'allow', fromNetworkId: 'tills', to: 'any', enabled: true }
  const site = without('r-tills-gear')
  const mended = expectMended(iso1, { ...site, rules: [...site.rules, wide] })
  expect(mended.rules.findIndex(({ id }) => id === 'drop-tills-gear')).toBeLessThan(
    mended.rules.findIndex(({ id }) => id === 'wide'),
  )
})

test('a way that somebody asked for may stay open', () => {
  expect(seen(iso1, boatyard())).toEqual([])
})

test('a requirement that an inner router goes round', () => {
  const site = {
    ...without('r-berths-tills'),
    requirements: boatyard().requirements.filter(({ id }) => id !== 'w-berths-tills'),
  }
  const allowed: Rule[] = [
    { id: 'open', action: 'allow', fromNetworkId: 'berths', to: { networkId: 'tills' }, enabled: true },
    ...site.rules.filter(({ id }) => id !== 'r-tills-berths'),
  ]
  const asked = [
    ...site.requirements,
    { id: 'w1', fromNetworkId: 'berths', to: { networkId: 'tills' }, strength: 'may' as const },
    { id: 'w2', fromNetworkId: 'tills', to: { networkId: 'berths' }, strength: 'may' as const },
  ]
  const spoilt = { ...site, rules: allowed, requirements: asked }
  expect(seen(iso1, spoilt).map(({ says }) => says)).toEqual([
    'Café must not reach Tills, and does, by way of another network.',
  ])
  expectMended(iso1, spoilt)
})
