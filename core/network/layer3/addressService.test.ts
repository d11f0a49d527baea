import { attachmentOf } from '../layer2'
import { withDevice, withManagement, withNetwork, withPort, yard } from '~/tests/kit/yard'
import { addressServers, answeringServers } from './addressService'
import { leaseFrom } from './lease'
import { twinOf } from './twin'
import { uplinkOf } from './uplink'

const stray = { start: '172.27.12.20', end: '172.27.12.40', gateway: null, nameServers: [] }
const place = (id: string) => attachmentOf(yard(), id)!.place

test('the gateway serves each network at its own interface', () => {
  expect(addressServers(twinOf(yard())).map(({ place: { key } }) => key)).toEqual([
    'self:12',
    'self:24',
    'self:36',
    'self:48',
    'self:60',
  ])
})

test('a network without a pool, or whose server has no interface there, is not served', () => {
  expect(addressServers(twinOf(withNetwork(yard(), 'crew', { pool: null })))).toHaveLength(4)
  expect(
    addressServers(twinOf(withNetwork(yard(), 'crew', { servedBy: 'controller', routedBy: null }))),
  ).toHaveLength(4)
})

test('a controller can serve the network it is managed in', () => {
  const site = withNetwork(yard(), 'gear', { servedBy: 'controller' })
  const [server] = answeringServers(twinOf(site), place('port:switch:8'))
  expect(server?.deviceId).toBe('controller')
})

test('each place hears the server of its own VLAN only', () => {
  const twin = twinOf(yard())
  for (const [id, network] of [
    ['port:switch:5', 'crew'],
    ['port:switch:7', 'cameras'],
    ['ssid:ap-shop:ssid-berth', 'berths'],
  ] as const)
    expect(answeringServers(twin, place(id)).map((server) => server.network?.id)).toEqual([network])
})

test('an offer that cannot get back is no offer', () => {
  const oneWay = withPort(yard(), 'gateway', 2, { admit: 'taggedOnly', nativeVlan: 12 })
  expect(answeringServers(twinOf(oneWay), place('port:switch:8'))).toEqual([])
})

test('a device with a server left on answers beside the right one', () => {
  const site = withDevice(yard(), 'controller', { strayServer: stray })
  expect(answeringServers(twinOf(site), place('port:switch:8')).map(({ deviceId }) => deviceId)).toEqual([
    'gateway',
    'controller',
  ])
})

test('the lease is the lowest address that no device holds', () => {
  const site = withManagement(yard(), 'controller', { ip: '172.27.12.100' })
  const server = addressServers(twinOf(site))[0]!
  expect(leaseFrom(site, server)).toMatchObject({ ip: '172.27.12.101', prefixLength: 24 })
  expect(leaseFrom(site, { ...server, start: '172.27.12.100', end: '172.27.12.100' })).toBeNull()
})

test.each([
  ['modem', 'has no uplink'],
  ['controller', 'has no uplink'],
])('%s leads nowhere', (id, words) => {
  const feed = uplinkOf(twinOf(yard()), id)
  expect(!feed.ok && feed.reason).toContain(words)
})

test('a switch between gateway and modem is told', () => {
  const site = yard()
  const links = site.links.map((link) =>
    link.id === 'l-feed' ? { ...link, a: { deviceId: 'switch', port: 6 } } : link,
  )
  const feed = uplinkOf(twinOf({ ...site, links }), 'gateway')
  expect(!feed.ok && feed.reason).toBe(
    'The uplink of Yard gateway leads to Chandlery switch. It belongs straight into the modem.',
  )
})
