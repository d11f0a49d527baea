import { boatyard, expectMended, seen, withPart } from '~/tests/kit/yard'
import { rol3 } from './rol3'

test('a modem that is a router too', () => {
  expectMended(rol3, withPart(boatyard(), 'modem', 'modem', { bridgeMode: false }))
})

test('a modem in bridge mode, and an inner router by choice, are not this mistake', () => {
  expect(seen(rol3, boatyard())).toEqual([])
})

test('two gateways on one network', () => {
  const site = boatyard()
  const gateway = site.devices.find(({ id }) => id === 'gateway')!
  const second = {
    ...gateway,
    id: 'gw2',
    name: 'Old gateway',
    management: { ...gateway.management, ip: '172.27.12.9' },
  }
  const link = {
    ...site.links[0]!,
    id: 'l2',
    a: { deviceId: 'switch', port: 14 },
    b: { deviceId: 'gw2', port: 2 },
  }
  const two = { ...site, devices: [...site.devices, second], links: [...site.links, link] }
  expect(seen(rol3, two)[0]?.says).toContain('Yard gateway and Old gateway are both gateways in Yard gear')
  expect(seen(rol3, { ...two, links: site.links })).toEqual([])
})
