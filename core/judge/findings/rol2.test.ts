import { boatyard, expectMended, seen, withPart } from '~/tests/kit/yard'
import { rol2 } from './rol2'

test('a switch between modem and gateway, and the cable goes straight', () => {
  const site = boatyard()
  const links = [
    ...site.links.filter(({ id }) => id !== 'l-modem-gateway'),
    { ...site.links[0]!, id: 'odd', a: { deviceId: 'modem', port: 1 }, b: { deviceId: 'switch', port: 14 } },
  ]
  expect(seen(rol2, { ...site, links })[0]?.says).toBe(
    'Feed modem leads to Chandlery switch, not straight to a gateway.',
  )
  const mended = expectMended(rol2, { ...site, links })
  expect(mended.links.at(-1)?.b).toEqual({ deviceId: 'gateway', port: 1 })
})

test('straight into the gateway, or a modem that routes itself, is no such mistake', () => {
  expect(seen(rol2, boatyard())).toEqual([])
  const site = boatyard()
  const links = site.links.map((l) =>
    l.id === 'l-modem-gateway' ? { ...l, b: { deviceId: 'switch', port: 14 } } : l,
  )
  expect(seen(rol2, withPart({ ...site, links }, 'modem', 'modem', { bridgeMode: false }))).toEqual([])
})
