import { findings } from '~/core/judge/findings'
import { matrixOf, possibleAddresses } from '~/core/network/layer3'
import { networkAround } from '~/core/network/addressing'
import type { Device, Site } from '~/core/plan'
import { cable, leakYard, plain } from '../../kit/leakYard'
import { withDevice, withManagement, withPort } from '../../kit/yard'
import { Lab } from '../../real/lab'
import { everyPair, sureOf } from '../../real/meetings'
import type { Met } from '../../real/meetings'
import { noNamespaces, testWith } from '../../real/programs'

/**
 * Planted leaks against the real thing: every client place and every host of the plan is a network namespace on Open
 * vSwitch behind a gateway that runs the exported files. What a real ping gets through is what the matrix must say.
 */
const testReal = testWith(
  ['ip', 'dnsmasq', 'nft', 'udhcpc', 'ping', 'ethtool', 'ovs-vswitchd', 'ovsdb-server', 'ovs-vsctl'],
  noNamespaces,
)

const ALL = [12, 24, 36, 48, 60]
const without = (...ids: number[]) => ALL.filter((id) => !ids.includes(id))
/** A trunk's port with another native VLAN, everything else tagged. */
const native = (site: Site, device: string, port: number, nativeVlan: number | null): Site =>
  withPort(site, device, port, { nativeVlan, taggedVlans: without(nativeVlan ?? 0) })

/** Plain switches put into the cable between the two managed ones. */
function between(site: Site, ...ids: string[]): Site {
  const boxes = ids.map(plain)
  const way: [string, number][][] = [
    [['switch', 8]],
    ...ids.map((id): [string, number][] => [
      [id, 1],
      [id, 2],
    ]),
    [['far', 1]],
  ]
  const cables = way
    .slice(0, -1)
    .map((box, i) =>
      cable(`l-plain-${i}`, box.at(-1) as [string, number], way[i + 1]?.[0] as [string, number]),
    )
  return {
    ...site,
    devices: [...site.devices, ...boxes],
    links: [...site.links.filter(({ id }) => id !== 'l-far'), ...cables],
  }
}

/** Two access ports joined by a plain switch: somebody wanted more sockets. */
const joined = (site: Site, a: [string, number], b: [string, number]): Site => ({
  ...site,
  devices: [...site.devices, plain('joint')],
  links: [...site.links, cable('l-joint-a', a, ['joint', 1]), cable('l-joint-b', b, ['joint', 2])],
})

const stray = (site: Site, id: string, part: Partial<NonNullable<Device['strayServer']>>): Site =>
  withDevice(site, id, {
    strayServer: {
      // Outside every pool: two servers with one range give one address to two clients, by luck.
      start: '172.27.24.20',
      end: '172.27.24.40',
      gateway: '172.27.24.1',
      nameServers: [],
      ...part,
    },
  })

/** What is planted, the site, and whether a finding of severity stop must speak of it. */
const PLANTED: [string, Site, boolean][] = [
  ['nothing', leakYard(), false],
  ['far switch with native 60, everything else tagged', native(leakYard(), 'far', 1, 60), true],
  ['near switch with native 60', native(leakYard(), 'switch', 8, 60), true],
  ['crew native at the far end', native(leakYard(), 'far', 1, 24), true],
  ['till native at the far end', native(leakYard(), 'far', 1, 36), true],
  ['no native at the far end', native(leakYard(), 'far', 1, null), true],
  ['natives 60 and 24 at the two ends', native(native(leakYard(), 'far', 1, 60), 'switch', 8, 24), true],
  ['a plain switch between, far native 60', between(native(leakYard(), 'far', 1, 60), 'p1'), true],
  ['two plain switches between, far native 24', between(native(leakYard(), 'far', 1, 24), 'p1', 'p2'), true],
  ['three plain switches between, nothing wrong', between(leakYard(), 'p1', 'p2', 'p3'), false],
  ['crew and guests joined by a plain switch', joined(leakYard(), ['far', 6], ['far', 7]), true],
  ['crew near and guests far joined by a plain switch', joined(leakYard(), ['switch', 6], ['far', 7]), true],
  ['a leased till on a port of crew', withPort(leakYard(), 'switch', 4, { nativeVlan: 24 }), true],
  ['a typed-in till on a port of crew', withPort(leakYard(), 'far', 5, { nativeVlan: 24 }), false],
  ['a typed-in camera on a port of guests', withPort(leakYard(), 'far', 2, { nativeVlan: 60 }), false],
  [
    'a leased camera on a port of guests',
    withPort(
      withManagement(leakYard(), 'cam-a', {
        addressing: 'dhcp',
        ip: null,
        prefixLength: null,
        gateway: null,
      }),
      'far',
      2,
      { nativeVlan: 60 },
    ),
    true,
  ],
  [
    'a printer with a till address on a port of tills',
    withPort(
      withManagement(leakYard(), 'printer', { ip: '172.27.36.6', prefixLength: 27, gateway: '172.27.36.1' }),
      'far',
      8,
      { nativeVlan: 36 },
    ),
    true,
  ],
  [
    'a printer with an address of nowhere',
    withManagement(leakYard(), 'printer', { ip: '10.9.8.7', gateway: '10.9.8.1' }),
    true,
  ],
  [
    'the controller with an address of crew',
    withManagement(leakYard(), 'controller', { ip: '172.27.24.3', gateway: '172.27.24.1' }),
    true,
  ],
  ['a camera with a mask too wide', withManagement(leakYard(), 'cam-b', { prefixLength: 16 }), false],
  ['a camera with another gateway', withManagement(leakYard(), 'cam-b', { gateway: '172.27.48.9' }), false],
  [
    'two of three cameras cut off',
    withPort(withPort(leakYard(), 'far', 2, { nativeVlan: 99 }), 'far', 3, { nativeVlan: 99 }),
    false,
  ],
  ['cameras not on the trunk', withPort(leakYard(), 'far', 1, { taggedVlans: [24, 36, 60] }), false],
  [
    'the access point on a port with native 24',
    withPort(leakYard(), 'switch', 3, { nativeVlan: 24, taggedVlans: [12, 60] }),
    true,
  ],
  ['a second server, of addresses that fit', stray(leakYard(), 'printer', {}), true],
  [
    'a second server among guests, with addresses of crew',
    stray(withPort(leakYard(), 'far', 8, { nativeVlan: 60 }), 'printer', {}),
    true,
  ],
  ['no rule at all', { ...leakYard(), rules: [] }, true],
]

const home = (lab: Lab, ip: string | null): string =>
  ip === null ? 'none' : (networkAround(lab.site, ip)?.name ?? 'nowhere')

/** The address each place really gets is among those that the twin says it may get. */
function addressesAgree(lab: Lab): void {
  const odd = lab.sources().flatMap((from) => {
    const real = home(lab, lab.addressAt(from.place))
    const said = possibleAddresses(lab.twin, from).map(({ lease }) => home(lab, lease?.ip ?? null))
    return said.includes(real) ? [] : [`${from.label}: really ${real}, said ${said.join(' or ')}`]
  })
  expect(odd).toEqual([])
}

/** A cell lets something through where a real ping between those two networks got through, and nowhere else. */
function cellsAgree(lab: Lab, rows: Met[]): void {
  const cells = matrixOf(lab.twin).filter(
    ({ target }) => target.kind === 'network' || target.kind === 'internet',
  )
  const odd = cells.flatMap(({ fromNetworkId, target, targetName, getsThrough, verdict }) => {
    const id = target.kind === 'network' ? target.networkId : ''
    const mine = rows.filter(({ from, networkId }) => from.networkId === fromNetworkId && networkId === id)
    const real = mine.some((row) => row.real)
    const isAll = mine.every((row) => row.real)
    const saysAll = verdict === 'reaches' || verdict === 'foreign'
    return real === getsThrough && (mine.length === 0 || !saysAll || isAll)
      ? []
      : [
          `${fromNetworkId} to ${targetName}: says ${verdict}, really ${isAll ? 'all' : real ? 'some' : 'none'}`,
        ]
  })
  expect(odd).toEqual([])
}

test('at least twenty sites are planted, and each that leaks has a finding', () => {
  expect(PLANTED.length).toBeGreaterThanOrEqual(20)
  const silent = PLANTED.filter(
    ([, site, mustStop]) =>
      mustStop !== findings(site).some(({ severity, code }) => severity === 'stop' && LEAK.has(code)),
  )
  expect(
    silent.map(([name, site]) => [
      name,
      findings(site)
        .map(({ code }) => code)
        .join(),
    ]),
  ).toEqual([])
})

/** Mistakes that let traffic to where it should not be, or devices to addresses that are not theirs. */
const LEAK = new Set(['ISO-1', 'VLN-2', 'ADR-1', 'ADR-3'])

for (const [name, site] of PLANTED)
  testReal(
    `brought up for real: ${name}`,
    async () => {
      const lab = await Lab.of(site, { everybody: true })
      try {
        addressesAgree(lab)
        const rows = await everyPair(lab)
        expect(rows.length).toBeGreaterThan(100)
        const sure = sureOf(rows)
        expect(sure.map(({ says, real }) => `${says}: ${real}`)).toEqual(
          sure.map(({ says, twin }) => `${says}: ${twin[0]}`),
        )
        if (sure.length === rows.length) cellsAgree(lab, rows)
      } finally {
        await lab.down()
      }
    },
    600_000,
  )
