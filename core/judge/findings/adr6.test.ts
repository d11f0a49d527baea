import { expectMended, seen, withNetwork, yard } from '~/tests/kit/yard'
import { adr6 } from './adr6'

test('a pool smaller than the clients expected grows', () => {
  const site = withNetwork(yard(), 'crew', { pool: { start: '172.27.24.50', end: '172.27.24.59' } })
  expect(seen(adr6, site)[0]?.says).toBe('Crew expects 40 clients, and its pool has 10 free addresses.')
  expectMended(adr6, site)
})

test('a subnet that could never hold them has no one-click mend', () => {
  const site = withNetwork(yard(), 'tills', { expectedClients: 100 })
  expect(seen(adr6, site)[0]?.mend).toBeUndefined()
})

test('a pool outside its subnet and a served network without one are stops', () => {
  const outside = withNetwork(yard(), 'crew', { pool: { start: '172.27.99.50', end: '172.27.99.90' } })
  expect(seen(adr6, outside)[0]?.severity).toBe('stop')
  expect(seen(adr6, withNetwork(yard(), 'crew', { pool: null }))[0]?.severity).toBe('stop')
})

test('subnets that overlap are found once', () => {
  const site = withNetwork(yard(), 'tills', {
    subnet: '172.27.24.128/25',
    gateway: '172.27.24.129',
    pool: null,
    servedBy: null,
  })
  expect(seen(adr6, site).map(({ says }) => says)).toEqual([
    'Tills (172.27.24.128/25) overlaps Crew (172.27.24.0/24).',
  ])
})

test('exactly as many addresses as clients is enough', () => {
  expect(seen(adr6, withNetwork(yard(), 'crew', { expectedClients: 200 }))).toEqual([])
})
