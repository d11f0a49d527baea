import { withPart } from '~/tests/kit/yard'
import { placeKey } from '~/core/network/layer2'
import type { Place } from '~/core/network/layer2'
import { addressesOfRouter, meets, reach } from '~/core/network/layer3'
import { networkAround } from '~/core/network/addressing'
import type { Rule, Site } from '~/core/plan'
import { boatyard, withDevice, withNetwork, withPort } from '../../kit/yard'
import { INTERNET, Lab } from '../../real/lab'
import { noNamespaces, testWith } from '../../real/programs'

/**
 * The twin against a gateway brought up for real: the exported dnsmasq and nftables run in network namespaces, switches
 * are Open vSwitch, clients take leases with a DHCP client and ping each other and an "internet".
 */
const testReal = testWith(
  ['ip', 'dnsmasq', 'nft', 'udhcpc', 'ping', 'ethtool', 'ovs-vswitchd', 'ovsdb-server', 'ovs-vsctl'],
  noNamespaces,
)

const without = (site: Site, ...ids: string[]): Site => ({
  ...site,
  rules: site.rules.filter(({ id }) => !ids.includes(id)),
})
const before = (site: Site, rule: Omit<Rule, 'enabled'>): Site => ({
  ...site,
  rules: [{ ...rule, enabled: true }, ...site.rules],
})

const VARIANTS: [string, () => Site][] = [
  ['the whole boatyard, an inner router in it', boatyard],
  ['a drop one way only', () => without(boatyard(), 'r-crew-berths')],
  ['no drop at all between two networks', () => without(boatyard(), 'r-tills-crew', 'r-crew-tills')],
  [
    'drops behind a broad allow',
    () => before(boatyard(), { id: 'wide', action: 'allow', fromNetworkId: null, to: 'any' }),
  ],
  ['no translation for one network', () => withNetwork(boatyard(), 'crew', { translated: false })],
  [
    'a VLAN missing on the way to one access point',
    () => withPort(boatyard(), 'sw-gate', 7, { taggedVlans: [24] }),
  ],
  [
    'the inner router as a plain access point, cabled LAN to LAN',
    () => {
      const site = withPart(boatyard(), 'cafe-router', 'router', { role: 'plainAp', uplink: null })
      const links = site.links.map((link) =>
        link.id === 'l-sw-cafe-cafe-router' ? { ...link, b: { deviceId: 'cafe-router', port: 3 } } : link,
      )
      return withNetwork({ ...site, links }, 'cafe', { routedBy: null, servedBy: null })
    },
  ],
  ['no gateway handed out', () => withNetwork(boatyard(), 'tills', { gateway: null })],
]

async function addressesAgree(lab: Lab): Promise<void> {
  const rows = lab.sources().map((from) => {
    const { lease } = reach(lab.twin, from, { kind: 'internet' })
    const ip = lab.addressAt(from.place)
    return {
      place: from.label,
      twin: lease ? (networkAround(lab.site, lease.ip)?.name ?? 'an unknown range') : 'none',
      real: ip ? (networkAround(lab.site, ip)?.name ?? 'an unknown range') : 'none',
    }
  })
  expect(rows.map(({ place, real }) => `${place}: ${real}`)).toEqual(
    rows.map(({ place, twin }) => `${place}: ${twin}`),
  )
}

/** Two clients of one SSID: an access point may keep them apart, and there is none in the lab. */
const keptApartByRadio = (a: Place, b: Place): boolean => a.key === b.key && a.key.startsWith('ssid:')

/** Every source to every host and outside, all at once: what the twin says against what the ping says. */
async function tableAgrees(lab: Lab): Promise<void> {
  const hosts = lab.site.networks.flatMap(({ id }) => lab.members(id))
  const rows = await Promise.all(
    lab.sources().flatMap((from) => [
      ...hosts
        .filter(
          ({ host }) =>
            placeKey(host.place) !== placeKey(from.place) && !keptApartByRadio(from.place, host.place),
        )
        .map(async (member) => ({
          says: `${from.label} to ${member.host.label}`,
          real: await lab.pings(from.place, lab.addressAt(member.host.place)),
          twin: meets(lab.twin, from, member).some(({ answered }) => answered),
        })),
      ...['internet' as const].map(async (kind) => ({
        says: `${from.label} to the internet`,
        real: await lab.pings(from.place, INTERNET),
        twin: reach(lab.twin, from, { kind }).answered,
      })),
    ]),
  )
  expect(rows.length).toBeGreaterThan(30)
  expect(rows.map(({ says, real }) => `${says}: ${real}`)).toEqual(
    rows.map(({ says, twin }) => `${says}: ${twin}`),
  )
}

/** The router itself, at each of its addresses, from every network that it routes: what the twin says against what the ping says. */
async function gatewaysAgree(lab: Lab): Promise<void> {
  const own = lab.site.networks.filter(({ routedBy }) => routedBy === 'gateway').map(({ id }) => id)
  const sources = lab.sources().filter(({ networkId }) => networkId !== null && own.includes(networkId))
  const rows = await Promise.all(
    sources.flatMap((from) =>
      addressesOfRouter(lab.twin, 'gateway').map(async (host) => ({
        says: `${from.label} to ${host.lease.ip}`,
        real: await lab.pings(from.place, host.lease.ip),
        twin: meets(lab.twin, from, { host, meant: null, isPlace: false }).some(({ answered }) => answered),
      })),
    ),
  )
  expect(rows.length).toBeGreaterThan(15)
  expect(rows.map(({ says, real }) => `${says}: ${real}`)).toEqual(
    rows.map(({ says, twin }) => `${says}: ${twin}`),
  )
}

for (const [name, make] of VARIANTS)
  testReal(
    `brought up for real: ${name}`,
    async () => {
      const lab = await Lab.of(make())
      try {
        await addressesAgree(lab)
        await tableAgrees(lab)
      } finally {
        await lab.down()
      }
    },
    120_000,
  )

const itself = (action: Rule['action'], fromNetworkId: string | null): Omit<Rule, 'enabled'> => ({
  id: `itself-${action}`,
  action,
  fromNetworkId,
  to: { deviceId: 'gateway' },
})

for (const [name, make] of [
  ['closed with their networks', () => without(boatyard(), 'r-crew-berths')],
  ['open to guests in their own network alone', () => without(boatyard(), 'r-berths-router')],
  ['closed to everybody', () => before(boatyard(), itself('drop', null))],
  ['open to crew, against the drops between networks', () => before(boatyard(), itself('allow', 'crew'))],
  [
    'not closed by a drop to anywhere',
    () =>
      before(without(boatyard(), 'r-berths-router'), {
        id: 'any',
        action: 'drop',
        fromNetworkId: 'berths',
        to: 'any',
      }),
  ],
] as [string, () => Site][])
  testReal(
    `brought up for real: the router’s own addresses ${name}`,
    async () => {
      const lab = await Lab.of(make())
      try {
        await addressesAgree(lab)
        await gatewaysAgree(lab)
      } finally {
        await lab.down()
      }
    },
    120_000,
  )

testReal(
  'brought up for real: a second address server left on in a printer',
  async () => {
    const stray = { start: '172.27.24.200', end: '172.27.24.220', gateway: '172.27.24.60', nameServers: [] }
    const site = withDevice(boatyard(), 'printer', { strayServer: stray })
    const fixed = withDevice(site, 'printer', {
      management: { ...site.devices.find(({ id }) => id === 'printer')!.management, addressing: 'fixed' },
    })
    const lab = await Lab.of(fixed)
    try {
      const crew = lab.sources().find(({ networkId }) => networkId === 'crew')!
      expect(lab.offersTo(crew.place).sort()).toEqual(['gateway', 'printer'])
      expect(reach(lab.twin, crew, { kind: 'internet' }).summary).toContain(
        'Yard gateway and Workshop printer both answer',
      )
      const berths = lab.sources().find(({ networkId }) => networkId === 'berths')!
      expect(lab.offersTo(berths.place)).toEqual(['gateway'])
      expect(await lab.pings(berths.place, INTERNET)).toBe(reach(lab.twin, berths, { kind: 'internet' }).ok)
    } finally {
      await lab.down()
    }
  },
  120_000,
)
