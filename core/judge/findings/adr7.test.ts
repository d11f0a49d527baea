import { expectMended, seen, withNetwork, yard } from '~/tests/kit/yard'
import { adr7 } from './adr7'

test('a served network without name servers hands out its gateway', () => {
  const mended = expectMended(adr7, withNetwork(yard(), 'crew', { nameServers: [] }))
  expect(mended.networks.find(({ id }) => id === 'crew')?.nameServers).toEqual(['172.27.24.1'])
})

test('a network that nobody serves hands out nothing anyway', () => {
  expect(seen(adr7, withNetwork(yard(), 'crew', { nameServers: [], servedBy: null }))).toEqual([])
})
