import { NEW_CLUSTER } from '../../plan'
import type { Site } from '../../plan'
import { boatyard, expectMended, seen, withDevice, withManagement, withPart, yard } from '~/tests/kit/yard'
import { adr4 } from './adr4'

test('switch and controller on one address: the later one moves', () => {
  const site = withManagement(yard(), 'controller', { ip: '172.27.12.2' })
  const mended = expectMended(adr4, site)
  expect(mended.devices.find(({ id }) => id === 'switch')?.management.ip).toBe('172.27.12.2')
})

test('a device on the gateway’s address is told so', () => {
  const site = withManagement(yard(), 'controller', { ip: '172.27.12.1' })
  expect(seen(adr4, site).length).toBeGreaterThan(0)
})

test('a router whose management is the gateway itself is one device', () => {
  expect(seen(adr4, yard())).toEqual([])
})

/** An address is one host's: RFC 5227 section 1.1. Members of a cluster share theirs as those of VRRP do: RFC 9568 section 1.2. */
const clustered = (sharedIp: string): Site => {
  const site = boatyard()
  return ['ap-shop', 'ap-office'].reduce(
    (all, id) =>
      withDevice(all, id, {
        cluster: { ...NEW_CLUSTER, name: 'yard', passphrase: 'slipway-north', sharedIp },
      }),
    site,
  )
}

test('members of one cluster share an address; a member, a printer or a router on it is a clash', () => {
  expect(seen(adr4, clustered('172.27.12.9'))).toEqual([])
  for (const taken of ['ap-shop', 'controller'])
    expect(
      seen(adr4, withManagement(clustered('172.27.12.9'), taken, { addressing: 'fixed', ip: '172.27.12.9' })),
    ).toEqual([
      expect.objectContaining({
        says: expect.stringMatching(/Cluster “yard”.*both have 172\.27\.12\.9/) as string,
      }),
    ])
  expect(seen(adr4, clustered('172.27.12.1'))).toHaveLength(1)
})

test('an address that is reserved for somebody is nobody else’s', () => {
  const site = withManagement(clustered('172.27.12.150'), 'ap-shop', {
    addressing: 'reserved',
    ip: '172.27.12.150',
  })
  expect(seen(adr4, site)).toHaveLength(1)
})

test('what a controller announces outside is no other device’s', () => {
  const site = withPart(yard(), 'controller', 'controller', { publicIp: '172.27.12.2' })
  expect(seen(adr4, site).map(({ says }) => says)).toEqual([expect.stringMatching(/announced to remote/)])
})
