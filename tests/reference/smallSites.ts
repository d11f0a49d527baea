import type { Random } from '~/core/lib/random'
import { bareDevice, emptySite, newPort, RECORD_DEFAULTS } from '~/core/plan'
import type { Device, DeviceType, Link, Network, Port, Requirement, Site } from '~/core/plan'

const type = (applies: DeviceType['applies']): DeviceType =>
  ({ ...RECORD_DEFAULTS.deviceTypes, id: applies, name: applies, kind: 'switch', applies }) as DeviceType

const net = (id: string, vlanId: number): Network =>
  ({
    ...RECORD_DEFAULTS.networks,
    id,
    name: id,
    vlanId,
    subnet: `10.0.${vlanId}.0/24`,
    gateway: `10.0.${vlanId}.1`,
    pool: { start: `10.0.${vlanId}.100`, end: `10.0.${vlanId}.200` },
    expectedClients: vlanId,
    routedBy: 'r',
    servedBy: 'r',
  }) as Network

const must = (from: string, to: string, strength: Requirement['strength']): Requirement => ({
  id: `${from}-${to}`,
  fromNetworkId: from,
  to: { networkId: to },
  strength,
})

/** A router and two or three switches behind each other, with clients in two networks. */
export function smallSite(random: Random): Site {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  const count = 2 + Math.floor(random() * 2)
  const trunk = (number: number): Port => ({
    ...newPort(number, 10),
    mode: 'trunk',
    taggedVlans: [20],
    admit: 'all',
  })
  const router: Device = {
    ...bareDevice('r', 'Router', 'gateway'),
    ports: [trunk(1), newPort(2, 10)],
    management: { networkId: 'a', addressing: 'fixed', ip: '10.0.10.1', prefixLength: 24, gateway: null },
  }
  const switches = Array.from({ length: count }, (_none, i): Device => ({
    ...bareDevice(`s${i}`, `Switch ${i}`, 'switch'),
    typeId: pick(['atOnce', 'together', 'together', 'reboot']),
    ports: [trunk(1), trunk(2), newPort(3, 10), newPort(4, 20)],
    management: {
      networkId: 'a',
      addressing: 'fixed',
      ip: `10.0.10.${i + 2}`,
      prefixLength: 24,
      gateway: '10.0.10.1',
    },
  }))
  const links = switches.map(({ id }, i): Link => ({
    id: `l${i}`,
    a: i === 0 ? { deviceId: 'r', port: 1 } : { deviceId: `s${i - 1}`, port: 2 },
    b: { deviceId: id, port: 1 },
    lengthM: 1,
    category: 'cat6',
    statedMbps: null,
  }))
  return {
    ...emptySite('small'),
    deviceTypes: [type('atOnce'), type('together'), type('reboot')],
    networks: [net('a', 10), net('b', 20)],
    requirements: [must('a', 'b', pick(['must', 'mustNot', 'may'])), must('b', 'a', pick(['must', 'may']))],
    devices: [router, ...switches],
    links,
  }
}

/** A few things set otherwise: natives, tags, addresses, sockets. */
export function spoiltSite(site: Site, random: Random): Site {
  const chance = (share: number) => random() < share
  const devices = site.devices.map((device): Device => {
    if (device.id === 'r' && chance(0.7)) return device
    const ports = device.ports.map((port): Port => {
      if (port.mode === 'access')
        return chance(0.2) ? { ...port, nativeVlan: port.nativeVlan === 10 ? 20 : 10 } : port
      if (chance(0.75)) return port
      return chance(0.5)
        ? { ...port, nativeVlan: 20, taggedVlans: [10] }
        : { ...port, taggedVlans: chance(0.5) ? [20, 30] : [30] }
    })
    const { management } = device
    const ip = chance(0.3) ? `10.0.10.${Math.floor(random() * 6) + 2}` : management.ip
    const moves = device.id !== 'r' && chance(0.2)
    return {
      ...device,
      ports,
      management: moves
        ? { ...management, networkId: 'b', ip: management.ip!.replace('.10.', '.20.'), gateway: '10.0.20.1' }
        : { ...management, ip: device.id === 'r' ? management.ip : ip },
    }
  })
  return { ...site, devices }
}
