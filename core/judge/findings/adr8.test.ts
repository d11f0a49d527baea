import { boatyard, expectMended, seen, withManagement } from '~/tests/kit/yard'
import { adr8 } from './adr8'

const laptopAt = (ip: string, prefixLength = 24) =>
  withManagement(boatyard(), 'laptop', {
    networkId: null,
    addressing: 'fixed',
    ip,
    prefixLength,
    gateway: null,
  })

test('a laptop in another subnet than the device it is to set up', () => {
  const site = laptopAt('192.168.7.20')
  expect(seen(adr8, site)[0]?.says).toContain('192.168.7.20, and Gate hut switch is at 172.27.12.5')
  expectMended(adr8, site)
})

test('a laptop on the very address of the device', () => {
  const site = laptopAt('172.27.12.5')
  expect(seen(adr8, site)[0]?.says).toContain('the address of Gate hut switch itself')
})

test('in the subnet, typed in or by a lease, it opens', () => {
  expect(seen(adr8, laptopAt('172.27.12.77'))).toEqual([])
  expect(
    seen(adr8, withManagement(boatyard(), 'laptop', { networkId: 'gear', addressing: 'dhcp', ip: null })),
  ).toEqual([])
})
