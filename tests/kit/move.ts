import type { Device, Network, Port, Rule, Site } from '~/core/plan'
import { demoYard } from './yard'

const OLD = 12
const NEW = 112
const OUT: Network['vlanId'] = 61

const renumbered = (port: Port): Port => ({
  ...port,
  nativeVlan: port.nativeVlan === OLD ? NEW : port.nativeVlan,
  taggedVlans: port.taggedVlans.map((vlanId) => (vlanId === OLD ? NEW : vlanId)),
})

/** Every port that carries the berths' VLAN carries that of the outer berths besides. */
const widened = (port: Port): Port =>
  port.taggedVlans.includes(60)
    ? { ...port, taggedVlans: [...port.taggedVlans, OUT].sort((a, b) => a - b) }
    : port

/** Access points of the chandlery that go to other sockets of its switch. */
const MOVED: [link: string, from: number, to: number][] = [
  ['l-switch-ap-shop', 3, 11],
  ['l-switch-ap-office', 5, 12],
  ['l-switch-ap-gable', 14, 15],
]

function withMovedPorts(device: Device): Device {
  if (device.id !== 'switch') return device
  const port = (number: number) => device.ports.find((one) => one.number === number)!
  const ports = device.ports.map((one): Port => {
    const leaves = MOVED.find(([, from]) => from === one.number)
    const comes = MOVED.find(([, , to]) => to === one.number)
    if (comes) return { ...port(comes[1]), number: one.number }
    return leaves ? { ...port(leaves[2]), number: one.number } : one
  })
  return { ...device, ports }
}

/** Outdoors and over the bridge: what passes through another access point keeps the VLAN that it had. */
const OUTER = ['ap-gate', 'ap-hard', 'ap-cafe', 'ap-pontoon']

const outer = (id: string | null): string | null => (id === 'berths' ? 'berths-out' : id)

/** The same for the outer berths as for the berths. */
const doubled = <T extends { id: string; fromNetworkId: string | null; to: unknown }>(list: T[]): T[] =>
  list.flatMap((one) => {
    const to = one.to as Rule['to']
    const toOut = typeof to === 'object' && 'networkId' in to && to.networkId === 'berths'
    if (one.fromNetworkId !== 'berths' && !toOut) return [one]
    const copy = {
      ...one,
      id: `${one.id}-out`,
      fromNetworkId: outer(one.fromNetworkId),
      to: toOut ? { networkId: 'berths-out' } : to,
    }
    return [one, copy as T]
  })

/**
 * The boatyard's move: its trunk natives renumbered, the guests' VLAN split in two, three access points moved, the controller
 * readdressed.
 */
export function movedYard(site: Site = demoYard()): Site {
  const berths = site.networks.find(({ id }) => id === 'berths')!
  const out: Network = {
    ...berths,
    id: 'berths-out',
    name: 'Outer berths',
    vlanId: OUT,
    subnet: '172.27.80.0/22',
    gateway: '172.27.80.1',
    pool: { start: '172.27.80.50', end: '172.27.83.200' },
  }
  const ssid = site.ssids.find(({ id }) => id === 'ssid-berth')!
  const inner = site.devices.flatMap(({ id, kind }) =>
    kind === 'accessPoint' && !OUTER.includes(id) ? [id] : [],
  )
  return {
    ...site,
    networks: [...site.networks.map((one) => (one.id === 'gear' ? { ...one, vlanId: NEW } : one)), out],
    ssids: [
      ...site.ssids.map((one) =>
        one.id === 'ssid-berth' ? { ...one, groupIds: null, accessPointIds: inner } : one,
      ),
      { ...ssid, id: 'ssid-berth-out', networkId: 'berths-out', groupIds: null, accessPointIds: OUTER },
    ],
    rules: doubled(site.rules),
    requirements: doubled(site.requirements),
    devices: site.devices.map((device): Device => {
      const { management } = device
      return withMovedPorts({
        ...device,
        ports: device.ports.map(renumbered).map(widened),
        management: device.id === 'controller' ? { ...management, ip: '172.27.12.13' } : management,
      })
    }),
    links: site.links.map((link) => {
      const move = MOVED.find(([id]) => id === link.id)
      return move ? { ...link, a: { ...link.a, port: move[2] } } : link
    }),
  }
}
