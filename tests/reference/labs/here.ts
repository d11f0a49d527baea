import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { HereCheck, HereVerdict } from '~/core/judge/proof'
import type { Place } from '~/core/network/layer2'
import type { Site } from '~/core/plan'
import { writeSiteFile } from '~/schema/siteFile'
import { bundledBeacon } from '../../kit/beacon'
import { boatyard, withDevice, withManagement, withNetwork, withPort } from '../../kit/yard'
import { told } from '../../real/commands'
import { INTERNET, Lab } from '../../real/lab'
import { noNamespaces, testWith } from '../../real/programs'

/**
 * The laptop's own measuring against a site that is really there: the boatyard is brought up on Open vSwitch, dnsmasq and nftables, as
 * planned and with one thing wrong in it, and `here` runs in the namespace of a client that is plugged in at each of these places. It knows the
 * plan alone.
 */
const testReal = testWith(
  [
    'ip',
    'dnsmasq',
    'nft',
    'udhcpc',
    'ping',
    'ethtool',
    'python3',
    'ovs-vswitchd',
    'ovsdb-server',
    'ovs-vsctl',
  ],
  noNamespaces,
)

const PLACES = ['gateway:3', 'switch:12', 'switch:15', 'sw-shed:6', 'sw-shed:7']

interface Told {
  checks: HereCheck[]
  results: { to: unknown; ip: string; verdict: HereVerdict; answered: boolean }[]
  services: { id: string; answered: boolean | null }[]
  needs: { name: string }[]
}

const folder = mkdtempSync(join(tmpdir(), 'yard-here-'))
const PLAN = join(folder, 'plan.json')
beforeAll(() => writeFileSync(PLAN, writeSiteFile(boatyard())))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

async function hereAt(lab: Lab, place: string): Promise<Told & { code: number | null }> {
  const space = lab.spaceAt(placeOf(place))
  if (!space) throw new Error(`nobody is plugged in at ${place}`)
  const { code, out } = await told('ip', [
    ...['netns', 'exec', space, process.execPath, bundledBeacon(), 'here'],
    ...['--plan', PLAN, '--at', place, '--outside', INTERNET, ...helpers(lab, place)],
  ])
  return { code, ...(JSON.parse(out) as Told) }
}

/** In each network somebody who is plugged in there, and would answer. */
const HELPERS: [string, string][] = [
  ['gear', 'gateway:4'],
  ['crew', 'switch:16'],
  ['cameras', 'switch:13'],
  ['tills', 'switch:15'],
]

/** Who is there: those who ask, those who are asked, and the printer. */
const SOMEBODY: Place[] = [...new Set([...PLACES, ...HELPERS.map(([, at]) => at)])].map(placeOf)
for (const deviceId of ['printer', 'controller', 'radius']) SOMEBODY.push({ deviceId, key: 'self' })

/** Somebody listens on a controller's page and a RADIUS server's port. */
const LISTEN = `
import socket, time
tcp = socket.socket()
tcp.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
tcp.bind(("", 443))
tcp.listen()
udp = socket.socket(socket.AF_INET, socket.SOCK_DGRAM)
udp.bind(("", 1812))
time.sleep(600)`

function listening(lab: Lab): ChildProcess[] {
  return ['controller', 'radius'].flatMap((deviceId) => {
    const space = lab.spaceAt({ deviceId, key: 'self' })
    return space ? [spawn('ip', ['netns', 'exec', space, 'python3', '-c', LISTEN], { stdio: 'ignore' })] : []
  })
}

function helpers(lab: Lab, place: string): string[] {
  return HELPERS.flatMap(([network, at]) => {
    const ip = at === place ? null : lab.addressAt(placeOf(at))
    return ip === null ? [] : ['--host', `${network}=${ip}`]
  })
}

function placeOf(text: string): Place {
  const [deviceId = '', port = ''] = text.split(':')
  return { deviceId, key: `port:${Number(port)}` }
}

/** Everything that is not as planned, place by place: "sw-shed:6 address", "switch:12 must internet". */
async function failing(site: Site, places = PLACES, hurries = true): Promise<string[]> {
  const lab = await Lab.of(site, { hurries, only: SOMEBODY })
  const servers = listening(lab)
  try {
    const rows: string[] = []
    await Promise.all(SOMEBODY.map((place) => lab.askAgain(place)))
    const told = await Promise.all(places.map((place) => hereAt(lab, place)))
    for (const [i, { code, checks, results, services }] of told.entries()) {
      const place = places[i]
      const odd = [
        ...checks.filter(({ ok }) => ok === false).map(({ what }) => what as string),
        ...results.filter(({ verdict }) => verdict === 'fails').map(({ to }) => goal(to)),
        ...services.filter(({ answered }) => answered === false).map(({ id }) => `service ${id}`),
      ]
      expect([place, code]).toEqual([place, odd.length > 0 ? 1 : 0])
      rows.push(...new Set(odd.map((one) => `${place} ${one}`)))
    }
    return rows
  } finally {
    for (const server of servers) server.kill('SIGKILL')
    await lab.down()
  }
}

const goal = (to: unknown): string =>
  typeof to === 'string' ? `to ${to}` : `to ${(to as { networkId: string }).networkId}`

testReal(
  'as planned: at every place all is well, and what must be reached was',
  async () => {
    expect(await failing(boatyard())).toEqual([])
  },
  600_000,
)

const FAULTS: [string, Site, RegExp[], boolean?][] = [
  [
    'the crew’s VLAN is missing on the trunk to the workshop',
    withPort(boatyard(), 'sw-shed', 1, {
      taggedVlans: boatyard()
        .devices.find(({ id }) => id === 'sw-shed')!
        .ports.find(({ number }) => number === 1)!
        .taggedVlans.filter((id) => id !== 24),
    }),
    [/^sw-shed:6 (address|to internet|to cameras)$/],
  ],
  [
    'the workshop’s crew socket has the VLAN of the cameras',
    withPort(boatyard(), 'sw-shed', 6, { nativeVlan: 48 }),
    [/^sw-shed:6 (address|mask|gateway|nameServers|to internet|to cameras|to tills)$/],
  ],
  [
    'the drop from crew to tills is missing',
    { ...boatyard(), rules: boatyard().rules.filter(({ id }) => id !== 'r-crew-tills') },
    [/^(switch:12|sw-shed:6) to tills$/],
  ],
  [
    'a second address server among the crew',
    withDevice(
      withManagement(boatyard(), 'printer', {
        addressing: 'fixed',
        ip: '172.27.24.60',
        prefixLength: 24,
        gateway: '172.27.24.1',
      }),
      'printer',
      {
        strayServer: {
          start: '172.27.24.20',
          end: '172.27.24.40',
          gateway: '172.27.24.60',
          nameServers: [],
        },
      },
    ),
    [/^(switch:12|sw-shed:6) (address|mask|gateway|nameServers|to internet|to cameras)$/],
    false,
  ],
  [
    'no translation for the tills',
    withNetwork(boatyard(), 'tills', { translated: false }),
    [/^switch:15 to internet$/],
  ],
  [
    'another gateway is handed out to the crew',
    withNetwork(boatyard(), 'crew', { gateway: '172.27.24.2' }),
    [/^(switch:12|sw-shed:6) gateway$/],
  ],
]

for (const [name, site, only, hurries] of FAULTS)
  testReal(
    `${name}: that fails, and nothing else does`,
    async () => {
      const odd = await failing(site, ['switch:12', 'switch:15', 'sw-shed:6'], hurries)
      expect(odd.length).toBeGreaterThan(0)
      expect(odd.filter((row) => !only.some((pattern) => pattern.test(row)))).toEqual([])
    },
    600_000,
  )
