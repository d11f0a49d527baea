import { expectMended, seen, withNetwork, yard } from '~/tests/kit/yard'
import { adr7 } from './adr7'

test('a served network without name servers hands out its gateway', () => {
  const mended = expectMended(adr7, withNetwork(yard(), 'crew', { nameServers: [] }))
  expect(mended.networks.find(({ id }) => id === 'crew')?.nameServers).toEqual(['172.27.24.1'])
})

test('a network that nobody serves hands out nothing anyway', () => {
  expect(seen(adr7, withNetwork(yard(), 'crew', { nameServers: [], servedBy: null }))).toEqual([])
})

/** RFC 1122 section 3.2.1.3: none of these is ever the address of a host. */
test.each([
  '255.255.255.255',
  '0.0.0.0',
  '127.0.0.1',
  '224.0.0.1',
  '240.0.0.1',
  '172.27.24.255',
  '172.27.24.0',
])('%s can’t be a DNS server', (ip) => {
  const site = withNetwork(yard(), 'crew', { nameServers: [ip] })
  expect(seen(adr7, site)).toMatchObject([{ severity: 'stop' }])
  const crew = { ...site, networks: site.networks.filter(({ id }) => id === 'crew') }
  expect(seen(adr7, crew)[0]?.says).toContain(ip)
})

test('of two the one that can’t be is taken off, and one outside is fine', () => {
  const site = withNetwork(yard(), 'crew', { nameServers: ['198.51.100.53', '255.255.255.255'] })
  expect(expectMended(adr7, site).networks.find(({ id }) => id === 'crew')?.nameServers).toEqual([
    '198.51.100.53',
  ])
})
