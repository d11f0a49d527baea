import { boatyard, expectMended, seen, withNetwork, withPort } from '~/tests/kit/yard'
import { vln6 } from './vln6'

/** IEEE 802.1Q-2022 8.6.2: without ingress filtering a frame is taken whatever the port is a member of. */
const hopping = (purpose: 'guests' | 'staff') =>
  withPort(withNetwork(boatyard(), 'crew', { purpose }), 'switch', 12, {
    mode: 'access',
    nativeVlan: 24,
    taggedVlans: [],
    admit: 'all',
    ingressFilter: false,
  })

test('an access port that takes tags without filtering them is open to every VLAN', () => {
  expect(seen(vln6, boatyard())).toEqual([])
  expect(seen(vln6, hopping('guests'))).toMatchObject([{ severity: 'stop' }])
  expect(seen(vln6, hopping('staff'))).toMatchObject([{ severity: 'fix' }])
  expectMended(vln6, hopping('staff'))
})

test('a port that filters, or takes untagged frames alone, is not', () => {
  for (const part of [{ ingressFilter: true }, { admit: 'untaggedOnly' as const }])
    expect(seen(vln6, withPort(hopping('guests'), 'switch', 12, part))).toEqual([])
})

test('a trunk that has a client network untagged lets two tags through; one that has the gear does not', () => {
  const site = boatyard()
  const trunk = site.links.find(
    ({ a, b }) =>
      [a, b].some(({ deviceId }) => deviceId === 'switch') &&
      [a, b].some(({ deviceId }) => deviceId === 'gateway'),
  )!
  const double = [trunk.a, trunk.b].reduce(
    (all, { deviceId, port }) =>
      withPort(all, deviceId, port, { nativeVlan: 24, taggedVlans: [12, 36, 48, 60] }),
    withPort(site, 'switch', 12, { mode: 'access', nativeVlan: 24, taggedVlans: [] }),
  )
  expect(seen(vln6, double).map(({ says }) => says)).toEqual([expect.stringMatching(/with two tags/)])
})
