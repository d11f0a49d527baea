import type { Port } from '~/core/plan'
import { expectMended, seen, withPort, withSsid, yard } from '~/tests/kit/yard'
import { vln3 } from './vln3'

const access: Partial<Port> = { mode: 'access', taggedVlans: [], admit: 'untaggedOnly' }

test('a tagging access point on an access port becomes a trunk', () => {
  const mended = expectMended(vln3, withPort(yard(), 'switch', 3, access))
  expect(mended.devices.find(({ id }) => id === 'switch')?.ports[2]).toMatchObject({
    mode: 'trunk',
    nativeVlan: 12,
    taggedVlans: [24, 60],
    admit: 'all',
  })
})

test('one that serves only its native network tags nothing', () => {
  const plain = withSsid(withSsid(yard(), 'ssid-crew', { networkId: 'gear' }), 'ssid-berth', {
    networkId: 'gear',
  })
  expect(seen(vln3, withPort(plain, 'switch', 3, access))).toEqual([])
})
