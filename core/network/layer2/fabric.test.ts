import { withDevice, withPort, withSsid, yard } from '~/tests/kit/yard'
import { attachmentOf, attachmentsOf } from './attachments'
import { buildFabric, interfaceIn, managementInterface } from './fabric'
import { socketNumber } from './keys'
import { cablePath, carry } from './path'

const network = (id: string) => yard().networks.find((candidate) => candidate.id === id)!

test('an access point’s wire carries what its SSIDs need, and nobody typed it', () => {
  const port = (site = yard()) => buildFabric(site).nodes.get('ap-shop')?.ports.get('port:1')?.membership
  expect(port()).toMatchObject({ pvid: 12, admit: 'all' })
  expect([...(port()?.tagged ?? [])]).toEqual([24, 60])
  expect([...(port(withSsid(yard(), 'ssid-berth', { accessPointIds: [] }))?.tagged ?? [])]).toEqual([24])
})

test('a management network that is not native leaves tagged', () => {
  const site = withPort(yard(), 'ap-shop', 1, { nativeVlan: null })
  expect([
    ...(buildFabric(site).nodes.get('ap-shop')?.ports.get('port:1')?.membership.tagged ?? []),
  ]).toContain(12)
})

test('a router has an interface in each network it routes; a switch in its own only', () => {
  const fabric = buildFabric(yard())
  expect(interfaceIn(fabric, 'gateway', network('tills'))).toBe('self:36')
  expect(interfaceIn(fabric, 'switch', network('gear'))).toBe('self:12')
  expect(interfaceIn(fabric, 'switch', network('crew'))).toBeNull()
  expect(interfaceIn(fabric, 'controller', network('gear'))).toBe('self')
  expect(interfaceIn(fabric, 'controller', network('crew'))).toBeNull()
  expect(interfaceIn(fabric, 'nobody', network('gear'))).toBeNull()
})

test('what is not alive is not there', () => {
  const fabric = buildFabric(yard(), {
    device: (id) => id !== 'controller',
    link: (id) => id !== 'l-ap',
    air: () => null,
    tunnel: () => null,
  })
  expect(fabric.nodes.has('controller')).toBe(false)
  expect(fabric.nodes.get('switch')?.ports.get('port:3')?.peer).toBeNull()
  expect(fabric.nodes.get('switch')?.ports.get('port:2')?.peer).toBeNull()
  const controller = yard().devices.find(({ id }) => id === 'controller')!
  expect(managementInterface(fabric, controller)).toBeNull()
})

test('clients can attach on every SSID, in every free socket, and where a station stands', () => {
  expect(attachmentsOf(yard()).map(({ id, networkId }) => `${id} ${networkId}`)).toEqual([
    'port:gateway:3 gear',
    'port:gateway:4 gear',
    'port:gateway:5 gear',
    'port:switch:5 crew',
    'port:switch:6 crew',
    'port:switch:7 cameras',
    'port:switch:8 gear',
    'ssid:ap-shop:ssid-crew crew',
    'ssid:ap-shop:ssid-berth berths',
    'station:till-1 tills',
  ])
  expect(attachmentOf(yard(), 'port:switch:1')).toBeUndefined()
})

test('socket numbers are read from keys, and from sockets only', () => {
  expect([
    socketNumber('port:12'),
    socketNumber('self:12'),
    socketNumber('ssid:x'),
    socketNumber('feed'),
  ]).toEqual([12, null, null, null])
})

const from = { deviceId: 'ap-shop', key: 'ssid:ssid-berth' as const }
const to = { deviceId: 'gateway', key: 'self:60' as const }

test('the cable path is the same there and back, turned round', () => {
  const fabric = buildFabric(yard())
  const there = cablePath(fabric, from, to)!
  const back = cablePath(fabric, to, from)!
  expect(there.map(({ deviceId }) => deviceId)).toEqual(['ap-shop', 'switch', 'gateway'])
  expect(
    back.map(({ deviceId, inKey, outKey }) => ({ deviceId, inKey: outKey, outKey: inKey })).reverse(),
  ).toEqual(there)
})

test('a path does not lead through a host', () => {
  const site = yard()
  const links = [
    ...site.links.filter(({ id }) => id !== 'l-ap'),
    { ...site.links[3]!, id: 'odd', a: { deviceId: 'controller', port: 2 } },
  ]
  const odd = withDevice({ ...site, links }, 'controller', {
    ports: [1, 2].map((number) => ({ ...site.devices[3]!.ports[0]!, number })),
  })
  expect(cablePath(buildFabric(odd), from, to)).toBeNull()
})

test('a frame is carried with its tag, and stops at the first refusal with its clause', () => {
  const fabric = buildFabric(yard())
  const steps = cablePath(fabric, from, to)!
  expect(carry(fabric, steps).map(({ vid, tagOut, stopped }) => [vid, tagOut, stopped])).toEqual([
    [60, 60, null],
    [60, 60, null],
    [60, null, null],
  ])
  const narrow = buildFabric(withPort(yard(), 'switch', 1, { taggedVlans: [24, 36, 48] }))
  const last = carry(narrow, steps).at(-1)!
  expect(last).toMatchObject({
    deviceId: 'switch',
    stopped: { at: 'port:1', refusal: { clause: '802.1Q 8.6.4 egress filtering' } },
  })
})
