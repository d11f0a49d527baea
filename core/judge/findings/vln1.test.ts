import { expectMended, seen, withPort, yard } from '~/tests/kit/yard'
import { vln1 } from './vln1'

test('guests missing on the access point’s port', () => {
  const site = withPort(yard(), 'switch', 3, { taggedVlans: [24] })
  expect(seen(vln1, site)[0]?.says).toBe(
    'VLAN 60 (Berth guests) is missing on Chandlery switch port 3. Needed by TernQuay-Berths on Chandlery AP.',
  )
  expectMended(vln1, site)
})

test('missing on the router’s side of the trunk', () => {
  const site = withPort(yard(), 'gateway', 2, { taggedVlans: [24, 36, 48] })
  expect(seen(vln1, site)[0]?.where[0]).toMatchObject({ kind: 'port', id: 'gateway', port: 2 })
  expectMended(vln1, site)
})

test('a VLAN that nobody uses there may be missing', () => {
  const site = withPort(yard(), 'switch', 3, { taggedVlans: [24, 60] })
  expect(seen(vln1, site)).toEqual([])
})

test('an access port under an access point is another mistake', () => {
  const site = withPort(yard(), 'switch', 3, { mode: 'access', taggedVlans: [], admit: 'untaggedOnly' })
  expect(seen(vln1, site)).toEqual([])
})
