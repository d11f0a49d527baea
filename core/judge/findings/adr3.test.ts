import { expectMended, seen, withManagement, yard } from '~/tests/kit/yard'
import { adr3 } from './adr3'

test('third octet bumped while the mask stays', () => {
  const site = withManagement(yard(), 'switch', { ip: '172.27.13.2' })
  expect(seen(adr3, site)[0]?.says).toContain('172.27.13.2')
  expectMended(adr3, site)
})

test('the broadcast address is no host address either', () => {
  expect(seen(adr3, withManagement(yard(), 'switch', { ip: '172.27.12.255' }))).toHaveLength(1)
})

test('the last host address is right', () => {
  expect(seen(adr3, withManagement(yard(), 'switch', { ip: '172.27.12.254' }))).toEqual([])
})
