import { controllerIpsOf } from '~/core/network/layer3'
import { networkAround } from '~/core/network/addressing'
import { deviceFiles, lanInterface } from '~/core/formats'
import type { DeviceFile } from '~/core/formats'
import { aimRouterId, deviceOf } from '~/core/plan'
import type { Device, Site } from '~/core/plan'
import { FileFolder } from '../kit/fileFolder'
import { after } from '../kit/jobs'
import { hostilePlan } from '../kit/hostile'
import {
  boatyard,
  demoYard,
  spoiltBoatyard,
  spoiltDemoYard,
  spoiltYard,
  withDevice,
  withManagement,
  withNetwork,
  yard,
} from '../kit/yard'
import { AddressService } from '../real/addressService'
import { must, noNamespaces, ran, testWith } from '../real/programs'

/** Generated files past the programs that read them, and what these then say or do against the plan. */
const HOSTILE = 500
const folder = new FileFolder()
afterAll(() => folder.remove())

const SITES: [string, Site][] = [
  ['the demo', spoiltDemoYard()],
  ['the demo without its mistakes', demoYard()],
  ['the boatyard', boatyard()],
  ['the boatyard with its mistakes', spoiltBoatyard()],
  ['the chandlery', yard()],
  ['the chandlery with its mistakes', spoiltYard()],
  ...(['access-points', 'two-networks', 'bridge', 'remote-worker', 'company-login'] as const).map(
    (id): [string, Site] => [
      `what the job ${id} makes`,
      after(id, id === 'two-networks' ? { where: 'switch' } : {}),
    ],
  ),
  ['a relayed network', withNetwork(boatyard(), 'tills', { servedBy: 'controller', relayed: true })],
  ['no name server and no gateway', withNetwork(boatyard(), 'crew', { nameServers: [], gateway: null })],
  ...Array.from({ length: HOSTILE }, (_, seed): [string, Site] => [
    `hostile plan ${seed}`,
    hostilePlan(seed, folder.canary),
  ]),
]

const written = new WeakMap<Site, DeviceFile[]>()
function allOf(site: Site): DeviceFile[] {
  const known = written.get(site) ?? site.devices.flatMap((device) => deviceFiles(site, device, true))
  written.set(site, known)
  return known
}
const filesOf = (site: Site, ending: string): (DeviceFile & { text: string })[] =>
  allOf(site)
    .filter(({ id }) => id.endsWith(ending))
    .map((file) => ({ ...file, text: file.text! }))

/** Each file of a kind past the program that reads it; of the hostile plans the gateway's or the first switch's only. */
function checkAll(ending: string, command: string, args: (file: string) => string[]): void {
  for (const [name, site] of SITES) {
    const all = filesOf(site, ending)
    expect(all.length).toBeGreaterThan(0)
    for (const { id, text } of name.startsWith('hostile') ? all.slice(0, 1) : all) {
      const { ok, out } = ran(command, args(folder.put('file', text)))
      expect({ name, id, ok, out: ok ? '' : out }).toEqual({ name, id, ok: true, out: '' })
    }
  }
  expect(folder.isUntouched()).toBe(true)
}

testWith(['dnsmasq'])(
  'dnsmasq takes every address service',
  () => checkAll('.dnsmasq', 'dnsmasq', (file) => ['--test', `--conf-file=${file}`]),
  120_000,
)

testWith(['dnsmasq'])('the check itself can fail', () => {
  expect(ran('dnsmasq', ['--test', `--conf-file=${folder.put('bad', 'dhcp-range=nonsense\n')}`]).ok).toBe(
    false,
  )
})

describe('a reservation', () => {
  const testReal = testWith(['ip', 'dnsmasq', 'udhcpc'], noNamespaces)
  /** The crew's network with one reservation, for a device of that name. */
  const reservedFor = (site: Site, name: string): Site =>
    withManagement(withDevice(site, 'printer', { name, mac: '02:5a:0c:00:00:33' }), 'printer', {
      addressing: 'reserved',
      networkId: 'crew',
      ip: '172.27.24.60',
    })

  testReal(
    'is leased with its address whatever the device is called, and with its name where it has one',
    async () => {
      const names: [string, string | null][] = [
        ['Workshop printer', 'workshop-printer'],
        ['ignore', null],
        ['Infinite', null],
        ['45', null],
        ['12h', null],
        ['⛵', null],
        ['Wäscherei', 'wascherei'],
        ['-x-', 'x'],
        ['a'.repeat(80), 'a'.repeat(63)],
        ['tag:x,set:y', 'tag-x-set-y'],
      ]
      const service = new AddressService(lanInterface(24))
      try {
        for (const [name, host] of names) {
          const site = reservedFor(boatyard(), name)
          const lease = await service.lease(filesOf(site, 'gateway.dnsmasq')[0]!.text, '02:5a:0c:00:00:33')
          expect({ name, ...lease }).toMatchObject({ name, ip: '172.27.24.60', host, router: '172.27.24.1' })
        }
      } finally {
        service.stop()
      }
    },
    120_000,
  )

  testReal.each([['43'], ['138'], ['both']] as const)(
    'options that name the controller (%s) reach a real client as the twin’s lease has them',
    async (announcedBy) => {
      const service = new AddressService(lanInterface(24))
      try {
        const site = withNetwork(boatyard(), 'crew', { announcedControllerId: 'controller', announcedBy })
        const crew = site.networks.find(({ id }) => id === 'crew')!
        const told = await service.lease(filesOf(site, 'gateway.dnsmasq')[0]!.text, '02:5a:0c:00:0e:02')
        const hex = controllerIpsOf(site, crew)
          .flatMap((ip) => ip.split('.'))
          .map((octet) => Number(octet).toString(16).padStart(2, '0'))
          .join('')
        expect(hex).toHaveLength(8)
        expect([told?.option138, told?.option43]).toEqual([
          announcedBy === '43' ? '' : hex,
          announcedBy === '138' ? '' : `0104${hex}`,
        ])
      } finally {
        service.stop()
      }
    },
    60_000,
  )

  testReal(
    'and a pool are right in networks whose ids differ in case and signs only, and in hostile plans',
    async () => {
      const service = new AddressService(lanInterface(24))
      try {
        const renamed = (site: Site, from: string, to: string): Site =>
          JSON.parse(JSON.stringify(site).replaceAll(`"${from}"`, `"${to}"`)) as Site
        const alike = [
          ['crew', 'a_b'],
          ['gear', 'A-b'],
          ['tills', 'a-b'],
          ['berths', 'A_B'],
        ].reduce((site, [from, to]) => renamed(site, from!, to!), boatyard())
        const sites = [alike, ...[1, 2, 3, 4, 5, 6].map((seed) => hostilePlan(seed, folder.canary))]
        for (const site of sites) {
          const text = filesOf(site, 'gateway.dnsmasq')[0]!.text
          const reserved = await service.lease(text, '02:5a:0c:00:00:33')
          expect(reserved).toMatchObject({ ip: '172.27.24.60', router: '172.27.24.1' })
          const pooled = await service.lease(text, '02:5a:0c:00:0e:01')
          expect(networkAround(site, pooled!.ip)?.vlanId).toBe(24)
          expect(pooled).toMatchObject({ router: '172.27.24.1', host: null })
        }
        expect(folder.isUntouched()).toBe(true)
      } finally {
        service.stop()
      }
    },
    120_000,
  )
})

interface NftRule {
  rule?: { chain: string; comment?: string; expr: unknown[] }
}

testWith(['nft', 'ip'], noNamespaces)(
  'nft lists the plan’s rules in the plan’s order, and nothing that a name could have added',
  () => {
    const space = `yn${process.pid % 10_000}`
    must('ip', ['netns', 'add', space])
    try {
      for (const [name, site] of SITES)
        for (const { id, deviceId, text } of filesOf(site, '.nft').slice(
          0,
          name.startsWith('hostile') ? 1 : undefined,
        )) {
          const inside = (args: string[]) => must('ip', ['netns', 'exec', space, 'nft', ...args])
          inside(['-f', folder.put('rules.nft', text)])
          const { nftables } = JSON.parse(inside(['-j', 'list', 'ruleset'])) as { nftables: NftRule[] }
          const rules = nftables.flatMap(({ rule }) => rule ?? [])
          const commented = rules.flatMap(({ comment }) => comment ?? [])
          expect({ name, id, commented }).toEqual({ name, id, commented: rulesOf(site, deviceId) })
          const masquerades = rules.filter(({ chain }) => chain === 'postrouting')
          const mine = site.networks.filter(({ routedBy, translated }) => routedBy === deviceId && translated)
          expect(masquerades).toHaveLength(mine.length)
        }
    } finally {
      ran('ip', ['netns', 'del', space])
    }
    expect(folder.isUntouched()).toBe(true)
  },
  180_000,
)

/** The rules that speak of traffic which begins in a network of that router and is forwarded, by their place in the plan. */
const rulesOf = (site: Site, routerId: string): string[] =>
  site.rules.flatMap(({ enabled, fromNetworkId, to }, i) => {
    const isMine = site.networks.some(
      ({ id, routedBy }) => routedBy === routerId && (fromNetworkId === null || fromNetworkId === id),
    )
    return enabled && isMine && aimRouterId(to) === null ? [`rule ${i + 1}`] : []
  })

interface Netplan {
  network: { vlans?: Record<string, { id: number; addresses?: string[] }>; ethernets: Record<string, object> }
}

testWith(['netplan', '/usr/bin/python3'])(
  'netplan reads the plan’s interfaces and addresses',
  () => {
    const few = SITES.filter(([name]) => !/hostile plan ([1-9]\d|\d{3})/.test(name))
    for (const [name, site] of few)
      for (const { deviceId, text } of filesOf(site, '.netplan').slice(0, 1)) {
        const root = folder.path
        must('mkdir', ['-p', `${root}/etc/netplan`])
        folder.put('etc/netplan/10-yard.yaml', text)
        must('chmod', ['600', `${root}/etc/netplan/10-yard.yaml`])
        const said = must('netplan', ['get', '--root-dir', root])
        const { network } = asJson(said)
        expect({ name, vlans: idsOf(network) }).toEqual({ name, vlans: vlansOf(site, deviceId) })
      }
    expect(folder.isUntouched()).toBe(true)
  },
  120_000,
)

const idsOf = ({ vlans = {} }: Netplan['network']) =>
  Object.fromEntries(Object.entries(vlans).map(([name, { id, addresses = [] }]) => [name, { id, addresses }]))

const vlansOf = (site: Site, routerId: string) =>
  Object.fromEntries(
    site.networks
      .filter(({ routedBy }) => routedBy === routerId)
      .map(({ vlanId, gateway, subnet }) => [
        `lan.${vlanId}`,
        { id: vlanId, addresses: gateway === null ? [] : [`${gateway}/${subnet.split('/')[1]}`] },
      ]),
  )

/** YAML as another program reads it. */
const asJson = (yaml: string): Netplan =>
  JSON.parse(
    must('/usr/bin/python3', [
      '-c',
      'import json,sys,yaml; print(json.dumps(yaml.safe_load(open(sys.argv[1]))))',
      folder.put('said.yaml', yaml),
    ]),
  ) as Netplan

/** `ip` and `bridge` that note what they were asked, one word to a field: no kernel here has a filtering bridge. */
const NOTING =
  'ip() { printf "ip"; printf "\\037%s" "$@"; echo; }\nbridge() { printf "bridge"; printf "\\037%s" "$@"; echo; }\n'

test('the shell is asked for the plan’s ports, one command at a time, and for nothing else', () => {
  for (const [name, site] of SITES)
    for (const { id, deviceId, text } of filesOf(site, '.bridge').slice(0, 2)) {
      const { ok, out } = ran('/bin/sh', ['-e', folder.put('commands.sh', `${NOTING}${text}`)], {
        env: { PATH: '/nowhere' },
      })
      expect({ name, id, ok }).toEqual({ name, id, ok: true })
      expect(asked(out)).toEqual(wanted(deviceOf(site, deviceId)!))
      expect(
        out.split('\n').every((line) => line === '' || ['ip', 'bridge'].includes(line.split('\u001f')[0]!)),
      ).toBe(true)
    }
  expect(folder.isUntouched()).toBe(true)
}, 120_000)

interface PortState {
  master: boolean
  up: boolean
  vlans: string[]
}

/** What the noted commands make of each port. */
function asked(out: string): Record<string, PortState> {
  const ports: Record<string, PortState> = {}
  const port = (name: string) => (ports[name] ??= { master: false, up: false, vlans: [] })
  for (const line of out.split('\n')) {
    const [command, ...words] = line.split('\u001f')
    const text = words.join(' ')
    const set = /^link set (p\d+) (master br0|up)$/.exec(text)
    if (command === 'ip' && set) port(set[1]!)[set[2] === 'up' ? 'up' : 'master'] = true
    const vlan = /^vlan add dev (p\d+) vid (\d+)(.*)$/.exec(text)
    if (command === 'bridge' && vlan) port(vlan[1]!).vlans.push(`${vlan[2]}${vlan[3]}`)
  }
  return ports
}

/** What the plan says of each port: bridge(8), `vid`, `pvid` and `untagged`. */
const wanted = ({ ports }: Device): Record<string, PortState> =>
  Object.fromEntries(
    ports.map(({ number, nativeVlan, taggedVlans, mode, admit }) => {
      const native =
        nativeVlan === null ? [] : [`${nativeVlan}${admit === 'taggedOnly' ? '' : ' pvid'} untagged`]
      const tagged = mode === 'trunk' ? taggedVlans.map(String) : []
      return [`p${number}`, { master: true, up: true, vlans: [...native, ...tagged] }]
    }),
  )
