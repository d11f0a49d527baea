import { expectMended, seen, withManagement, yard } from '~/tests/kit/yard'
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
