import { bareDevice, emptySite, newPort, RECORD_DEFAULTS } from '~/core/plan'
import type { Device, DeviceType, Link, Network, Port, Requirement, Site } from '~/core/plan'
import type { Random } from '~/core/lib/random'

/** Sites of three to eight devices, and what is asked of them: for orders that are replayed on the second model. */
const type = (applies: DeviceType['applies']): DeviceType =>
  ({ ...RECORD_DEFAULTS.deviceTypes, id: applies, name: applies, kind: 'switch', applies }) as DeviceType

const net = (id: string, vlanId: number, third: number): Network =>
  ({
    ...RECORD_DEFAULTS.networks,
    id,
    name: id,
    purpose: id === 'gear' ? 'management' : id === 'guests' ? 'guests' : 'staff',
    vlanId,
    subnet: `10.0.${third}.0/24`,
    gateway: `10.0.${third}.1`,
    pool: { start: `10.0.${third}.100`, end: `10.0.${third}.200` },
    expectedClients: vlanId,
    routedBy: 'r',
    servedBy: 'r',
  }) as Network

const need = (fromNetworkId: string, to: string, strength: Requirement['strength']): Requirement => ({
  id: `${fromNetworkId}-${to}`,
  fromNetworkId,
  to: { networkId: to },
  strength,
})

/** `isOpen`: staff may see the gear, so the laptop may be among staff. */
export function presentSite(random: Random, isOpen = false): Site {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  const trunk = (number: number): Port => ({
    ...newPort(number, 10),
    mode: 'trunk',
    taggedVlans: [20, 30],
    admit: 'all',
  })
  const router: Device = {
    ...bareDevice('r', 'Router', 'gateway'),
    ports: [trunk(1), newPort(2, 10), newPort(3, 20)],
    management: { networkId: 'gear', addressing: 'fixed', ip: '10.0.10.1', prefixLength: 24, gateway: null },
  }
  const switches = Array.from({ length: 1 + Math.floor(random() * 4) }, (_none, i): Device => ({
    ...bareDevice(`s${i}`, `Switch ${i}`, 'switch'),
    typeId: pick(['atOnce', 'together', 'together', 'reboot']),
    ports: [trunk(1), trunk(2), newPort(3, 10), newPort(4, 20), newPort(5, 30), newPort(6, 20)],
    management: {
      networkId: 'gear',
      addressing: 'fixed',
      ip: `10.0.10.${i + 2}`,
      prefixLength: 24,
      gateway: '10.0.10.1',
    },
  }))
  const clients = Array.from({ length: 1 + Math.floor(random() * 3) }, (_none, i): Device => ({
    ...bareDevice(`c${i}`, `Client ${i}`, 'station'),
    ports: [newPort(1)],
    management: { networkId: 'staff', addressing: 'dhcp', ip: null, prefixLength: null, gateway: null },
  }))
  const cable = (id: string, a: Link['a'], b: Link['b']): Link => ({
    id,
    a,
    b,
    lengthM: 1,
    category: 'cat6',
    statedMbps: null,
  })
  return {
    ...emptySite('present'),
    deviceTypes: [type('atOnce'), type('together'), type('reboot')],
    networks: [net('gear', 10, 10), net('staff', 20, 20), net('guests', 30, 30)],
    requirements: [
      need('staff', 'gear', isOpen ? 'may' : 'mustNot'),
      need('guests', 'staff', 'mustNot'),
      need('staff', 'guests', pick(['must', 'may'])),
    ],
    rules: [
      {
        id: 'staff-gear',
        action: 'drop',
        fromNetworkId: 'staff',
        to: { networkId: 'gear' },
        enabled: !isOpen,
      },
      {
        id: 'guests-staff',
        action: 'drop',
        fromNetworkId: 'guests',
        to: { networkId: 'staff' },
        enabled: true,
      },
      {
        id: 'guests-gear',
        action: 'drop',
        fromNetworkId: 'guests',
        to: { networkId: 'gear' },
        enabled: true,
      },
    ],
    devices: [router, ...switches, ...clients],
    links: [
      ...switches.map(({ id }, i) =>
        cable(`t${i}`, i === 0 ? { deviceId: 'r', port: 1 } : { deviceId: `s${i - 1}`, port: 2 }, {
          deviceId: id,
          port: 1,
        }),
      ),
      ...clients
        .map(({ id }, i) =>
          cable(
            `c${i}`,
            { deviceId: switches[i % switches.length]!.id, port: i < switches.length ? 4 : 6 },
            { deviceId: id, port: 1 },
          ),
        )
        .filter(
          (link, i, all) =>
            all.findIndex(({ a }) => a.deviceId === link.a.deviceId && a.port === link.a.port) === i,
        ),
    ],
  }
}

type Change = (site: Site, random: Random) => Site

const onPorts = (site: Site, put: (port: Port, device: Device) => Port): Site => ({
  ...site,
  devices: site.devices.map((device) => ({
    ...device,
    ports: device.ports.map((port) => put(port, device)),
  })),
})
const swapIn = (list: number[], from: number, to: number) => list.map((one) => (one === from ? to : one))
const renumber =
  (id: string, from: number, to: number): Change =>
  (site) => ({
    ...onPorts(site, (port) => ({
      ...port,
      nativeVlan: port.nativeVlan === from ? to : port.nativeVlan,
      taggedVlans: swapIn(port.taggedVlans, from, to),
    })),
    networks: site.networks.map((one) => (one.id === id ? { ...one, vlanId: to } : one)),
  })
const switchesOf = (site: Site) => site.devices.filter(({ kind }) => kind === 'switch')
const withOne = (site: Site, id: string, part: (device: Device) => Partial<Device>): Site => ({
  ...site,
  devices: site.devices.map((device) => (device.id === id ? { ...device, ...part(device) } : device)),
})

const CHANGES: Change[] = [
  renumber('gear', 10, 11),
  renumber('staff', 20, 21),
  renumber('guests', 30, 31),
  // Two switches exchange their addresses.
  (site) => {
    const [one, other] = switchesOf(site)
    if (!one || !other) return site
    const ip = (of: Device) => ({ management: { ...of.management } })
    return withOne(
      withOne(site, one.id, (device) => ({
        management: { ...device.management, ip: ip(other).management.ip },
      })),
      other.id,
      (device) => ({
        management: { ...device.management, ip: ip(one).management.ip },
      }),
    )
  },
  // A switch gets another address.
  (site, random) => {
    const all = switchesOf(site)
    const one = all[Math.floor(random() * all.length)]
    return one
      ? withOne(site, one.id, ({ management }) => ({ management: { ...management, ip: '10.0.10.60' } }))
      : site
  },
  // A client's cable goes to the next free access port.
  (site) => {
    const link = site.links.find(({ id }) => id === 'c0')
    const to = link && { ...link.a, port: link.a.port === 4 ? 6 : 4 }
    const isFree = to && !site.links.some(({ a }) => a.deviceId === to.deviceId && a.port === to.port)
    return link && to && isFree
      ? { ...site, links: site.links.map((one) => (one === link ? { ...one, a: to } : one)) }
      : site
  },
  // The socket that the laptop may be in goes to guests.
  (site) =>
    onPorts(site, (port, { id }) => (id === 's0' && port.number === 3 ? { ...port, nativeVlan: 30 } : port)),
  // Staff goes untagged on the trunks, and the gear tagged.
  (site) =>
    onPorts(site, (port) =>
      port.taggedVlans.length > 0 && port.nativeVlan === 10
        ? { ...port, nativeVlan: 20, taggedVlans: [10, 30] }
        : port,
    ),
  // A VLAN more on the trunks.
  (site) =>
    onPorts(site, (port) =>
      port.taggedVlans.length > 0 ? { ...port, taggedVlans: [...port.taggedVlans, 40] } : port,
    ),
  // The management of the last switch goes to staff's network.
  (site) => {
    const last = switchesOf(site).at(-1)
    return last
      ? withOne(site, last.id, ({ management }) => ({
          management: { ...management, networkId: 'staff', ip: '10.0.20.9', gateway: '10.0.20.1' },
        }))
      : site
  },
]

export function targetSite(present: Site, random: Random): Site {
  const count = 1 + Math.floor(random() * 3)
  let site = present
  for (let i = 0; i < count; i++) site = CHANGES[Math.floor(random() * CHANGES.length)]!(site, random)
  return { ...site, name: 'target' }
}
