import { attachmentOf } from '../layer2'
import type { Site } from '../../plan'
import { spoiltYard, withDevice, withNetwork, withPort, withSsid, yard } from '~/tests/kit/yard'
import { reachMatrix } from './matrix'
import { reach } from './reach'
import type { Target } from './stages'
import { twinOf } from './twin'

const GUEST = 'ssid:ap-shop:ssid-berth'
const CREW = 'ssid:ap-shop:ssid-crew'
const INTERNET: Target = { kind: 'internet' }
const network = (networkId: string): Target => ({ kind: 'network', networkId })

const ask = (site: Site, from: string, target: Target) =>
  reach(twinOf(site), attachmentOf(site, from)!, target)

test('a guest reaches the internet, stage by stage', () => {
  const answer = ask(yard(), GUEST, INTERNET)
  expect(answer.ok).toBe(true)
  expect(answer.lease?.ip).toBe('172.27.60.50')
  expect(answer.stages.map(({ name }) => name)).toEqual([
    'join',
    'address',
    'gateway',
    'policy',
    'onward',
    'translation',
  ])
  expect(answer.stages[1]?.hops.map(({ deviceName, tagOut }) => [deviceName, tagOut])).toEqual([
    ['Chandlery AP', 60],
    ['Chandlery switch', 60],
    ['Yard gateway', null],
  ])
})

test('the missing VLAN is named at its port', () => {
  const answer = ask(spoiltYard(), GUEST, INTERNET)
  expect(answer).toMatchObject({ ok: false, lease: null })
  expect(answer.summary).toBe(
    'The client joins and gets no address. Chandlery switch, port 3: the port is not a member of VLAN 60.',
  )
  expect(answer.stages.at(-1)?.hops.at(-1)).toMatchObject({
    deviceId: 'switch',
    decision: 'drops',
    inKey: 'port:3',
    clause: '802.1Q 8.6.2 ingress filtering',
  })
})

test('rules decide in order, the first match wins', () => {
  expect(ask(yard(), GUEST, network('crew')).summary).toBe(
    'Rule 3 is the first that matches, and it drops this traffic.',
  )
  const site = yard()
  const allow = {
    id: 'wide',
    action: 'allow' as const,
    fromNetworkId: null,
    to: 'any' as const,
    enabled: true,
  }
  expect(ask({ ...site, rules: [allow, ...site.rules] }, GUEST, network('crew')).ok).toBe(true)
  expect(
    ask({ ...site, rules: [{ ...allow, enabled: false }, ...site.rules] }, GUEST, network('crew')).ok,
  ).toBe(false)
})

test('a drop both ways is symmetric; a drop one way is not', () => {
  const site = yard()
  expect(ask(site, CREW, network('tills')).ok).toBe(false)
  const oneWay = { ...site, rules: site.rules.filter(({ id }) => id !== 'r-crew-tills') }
  expect(ask(oneWay, CREW, network('tills')).ok).toBe(true)
  expect(ask(oneWay, 'station:till-1', network('crew')).ok).toBe(false)
})

test('crew reaches the controller in the other network, and the answer comes back', () => {
  const answer = ask(yard(), CREW, { kind: 'controller', deviceId: 'controller' })
  expect(answer.ok).toBe(true)
  expect(answer.stages.map(({ name }) => name)).toEqual([
    'join',
    'address',
    'gateway',
    'policy',
    'onward',
    'reply',
  ])
})

test('gear reaches its controller without a router', () => {
  const answer = ask(yard(), 'port:switch:8', { kind: 'controller', deviceId: 'controller' })
  expect(answer.stages.map(({ name }) => name)).toEqual(['join', 'address', 'onward', 'reply'])
  expect(answer.ok).toBe(true)
})

test.each<[string, Site, string, RegExp]>([
  ['no network on the SSID', withSsid(yard(), 'ssid-crew', { networkId: null }), CREW, /on no network/],
  ['nobody serves', withNetwork(yard(), 'crew', { servedBy: null }), CREW, /Nobody serves addresses in Crew/],
  ['no gateway in the lease', withNetwork(yard(), 'crew', { gateway: null }), CREW, /names no gateway/],
  [
    'gateway outside the subnet',
    withNetwork(yard(), 'crew', { gateway: '172.27.99.1' }),
    CREW,
    /outside 172\.27\.24\.0\/24/,
  ],
  ['no translation', withNetwork(yard(), 'crew', { translated: false }), CREW, /not translated/],
  [
    'pool of one, held by a device',
    withNetwork(yard(), 'crew', { pool: { start: '172.27.24.1', end: '172.27.24.1' } }),
    CREW,
    /no address left/,
  ],
  [
    'a second server',
    withDevice(yard(), 'switch', {
      strayServer: { start: '172.27.12.20', end: '172.27.12.30', gateway: null, nameServers: [] },
    }),
    'port:switch:8',
    /both answer/,
  ],
  [
    'the uplink unplugged',
    { ...yard(), links: yard().links.filter(({ id }) => id !== 'l-feed') },
    CREW,
    /Nothing alive is plugged/,
  ],
  [
    'the trunk unplugged',
    { ...yard(), links: yard().links.filter(({ id }) => id !== 'l-trunk') },
    CREW,
    /No cable leads/,
  ],
  [
    'a port that drops untagged frames',
    withPort(yard(), 'switch', 8, { nativeVlan: null }),
    'port:switch:8',
    /no network of the plan/,
  ],
])('%s', (_name, site, from, words) => {
  const answer = ask(site, from, INTERNET)
  expect(answer.ok).toBe(false)
  expect(answer.summary).toMatch(words)
})

test('a dead device does not answer for its SSID', () => {
  const site = yard()
  const twin = twinOf(site, {
    device: (id) => id !== 'ap-shop',
    link: () => true,
    air: () => null,
    tunnel: () => null,
  })
  expect(reach(twin, attachmentOf(site, CREW)!, INTERNET).summary).toBe('Chandlery AP is not running.')
})

test('the matrix tells a rule from a fault', () => {
  const cell = (site: Site, from: string, to: string) =>
    reachMatrix(twinOf(site)).find(
      ({ fromNetworkId, targetName }) => fromNetworkId === from && targetName === to,
    )
  expect(cell(yard(), 'berths', 'Crew')).toMatchObject({ verdict: 'keptOut' })
  expect(cell(spoiltYard(), 'berths', 'Crew')).toMatchObject({ verdict: 'fails' })
  expect(cell(yard(), 'berths', 'the internet')).toMatchObject({
    verdict: 'reaches',
    exceptions: [],
  })
  const half = withPort(yard(), 'switch', 3, { taggedVlans: [60] })
  expect(
    cell(half, 'crew', 'the internet')?.exceptions.flatMap(({ attachments }) =>
      attachments.map(({ label }) => label),
    ),
  ).toEqual(['TernQuay-Crew on Chandlery AP'])
})

test('renaming everything changes no verdict', () => {
  const site = yard()
  const renamed = {
    ...site,
    networks: site.networks.map((n, i) => ({ ...n, name: `N${i}` })),
    devices: site.devices.map((d, i) => ({ ...d, name: `D${i}` })),
  }
  const verdicts = (s: Site) =>
    reachMatrix(twinOf(s)).map(({ fromNetworkId, verdict }) => [fromNetworkId, verdict])
  expect(verdicts(renamed)).toEqual(verdicts(site))
})
