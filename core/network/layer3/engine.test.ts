import { aimRouterId, newAir } from '../../plan'
import fc from 'fast-check'
import { attachmentOf } from '../layer2'
import type { Site } from '../../plan'
import {
  boatyard,
  withDevice,
  withManagement,
  withNetwork,
  withPart,
  withPort,
  withSsid,
} from '~/tests/kit/yard'
import { addressServers } from './addressService'
import { amongThemselves, matrixOf } from './matrix'
import { reach } from './reach'
import type { Target } from './stages'
import { shadowedRules } from './shadows'
import { twinOf } from './twin'
import { uplinkOf } from './uplink'

const INTERNET: Target = { kind: 'internet' }
const to = (networkId: string): Target => ({ kind: 'network', networkId })
const ask = (site: Site, from: string, target: Target = INTERNET) =>
  reach(twinOf(site), attachmentOf(site, from)!, target)
const CAFE = 'ssid:cafe-router:ssid-cafe'
const CREW = 'port:switch:11'
const names = (site: Site, from: string) => ask(site, from).stages.map(({ name }) => name)

describe('a router behind a router', () => {
  test('its clients are translated into the outer network and obey its rules', () => {
    expect(names(boatyard(), CAFE)).toEqual([
      'join',
      'address',
      'gateway',
      'policy',
      'onward',
      'translation',
      'policy',
      'onward',
      'translation',
    ])
    expect(ask(boatyard(), CAFE).ok).toBe(true)
    expect(ask(boatyard(), CAFE, to('crew')).summary).toContain('Rule 3')
  })

  test('the outer side meets a wall', () => {
    const answer = ask(boatyard(), CREW, to('cafe'))
    expect(answer.stages.at(-1)).toMatchObject({ name: 'wall', ok: false })
  })

  test('without translation the outer router knows no way back', () => {
    const site = withNetwork(boatyard(), 'cafe', { translated: false })
    expect(ask(site, CAFE).summary).toContain('Yard gateway knows no way back to 172.27.72.0/24')
  })

  test('unplugged, misplaced, by a fixed address', () => {
    const site = boatyard()
    const unplugged = { ...site, links: site.links.filter(({ id }) => id !== 'l-sw-cafe-cafe-router') }
    expect(ask(unplugged, CAFE).summary).toContain('Nothing alive is plugged into the uplink of Café router')
    const fixed = (ip: string) =>
      withPart(site, 'cafe-router', 'router', {
        uplink: { port: 1, addressing: 'fixed', ip, prefixLength: 22, gateway: '172.27.60.1' },
      })
    expect(ask(fixed('172.27.60.9'), CAFE).ok).toBe(true)
    expect(ask(fixed('10.1.1.1'), CAFE).summary).toContain('which is no address of Berth guests')
  })

  test('a modem that routes translates a second time, and still lets out', () => {
    const site = withPart(boatyard(), 'modem', 'modem', { bridgeMode: false })
    expect(uplinkOf(twinOf(site), 'gateway')).toMatchObject({ ok: true, translatedTwice: true })
    expect(ask(site, CREW).stages.at(-1)?.says).toContain('translates a second time')
    expect(ask(site, CREW).ok).toBe(true)
  })
})

describe('addresses', () => {
  test('a relay passes requests on to a server in another network', () => {
    const relayed = withNetwork(boatyard(), 'tills', { servedBy: 'controller', relayed: true })
    expect(ask(relayed, 'port:switch:15').stages[1]?.says).toBe(
      'Yard controller, through the relay Yard gateway, gives 172.27.36.10/27.',
    )
    const cut = withPort(relayed, 'switch', 2, { nativeVlan: 999 })
    expect(addressServers(twinOf(cut)).some(({ relayedBy }) => relayedBy !== null)).toBe(false)
    expect(ask(cut, 'port:switch:15').summary).toContain(
      'hears the request for Tills, and Yard controller does not',
    )
    const without = withNetwork(relayed, 'tills', { relayed: false })
    expect(ask(without, 'port:switch:15').ok).toBe(false)
  })

  test('a reservation is kept for its MAC and given to nobody else', () => {
    expect(ask(boatyard(), 'station:printer').lease?.ip).toBe('172.27.24.60')
    const atStart = withManagement(boatyard(), 'printer', { ip: '172.27.24.50' })
    expect(ask(atStart, CREW).lease?.ip).toBe('172.27.24.51')
  })

  test('the lease names the controller', () => {
    expect(ask(boatyard(), 'port:switch:14').lease?.controllerIps).toEqual(['172.27.12.3'])
    expect(ask(boatyard(), CREW).lease?.controllerIps).toEqual([])
  })

  test('an address typed into a client is taken as it stands', () => {
    const answer = ask(boatyard(), 'station:laptop')
    expect(answer.stages[1]?.says).toBe('Bench laptop has 172.27.12.20/24, typed in.')
    const astray = withManagement(boatyard(), 'laptop', { ip: '192.168.7.20', gateway: '192.168.7.1' })
    expect(ask(astray, 'station:laptop').summary).toBe('Nobody answers for the gateway 192.168.7.1.')
  })

  test('a client in the wrong range is astray, and its ping may still come back', () => {
    const site = withPort(boatyard(), 'switch', 15, { nativeVlan: 24 })
    const till = { ...attachmentOf(site, 'port:switch:15')!, networkId: 'tills' }
    expect(reach(twinOf(site), till, INTERNET)).toMatchObject({
      outcome: 'foreign',
      ok: false,
      answered: true,
    })
  })
})

test('isolated clients reach the router and not each other', () => {
  const twin = twinOf(boatyard())
  const cell = (networkId: string) =>
    amongThemselves(
      twin,
      boatyard().networks.find(({ id }) => id === networkId)!,
    )
  expect(cell('berths')).toMatchObject({ verdict: 'keptOut' })
  expect(cell('crew')).toMatchObject({ verdict: 'reaches' })
  const open = withSsid(boatyard(), 'ssid-berth', { isolated: false })
  expect(
    amongThemselves(
      twinOf(open),
      open.networks.find(({ id }) => id === 'berths')!,
    )?.verdict,
  ).toBe('reaches')
})

test('a host without a way back does not answer', () => {
  const site = withNetwork(boatyard(), 'tills', { gateway: null })
  expect(ask(site, 'port:switch:14', to('tills')).summary).toContain('has no gateway')
  const wrong = withManagement(boatyard(), 'controller', { gateway: '172.27.12.99' })
  expect(ask(wrong, CREW, { kind: 'controller', deviceId: 'controller' }).summary).toContain(
    'sends its answer to 172.27.12.99',
  )
})

describe('joining', () => {
  test('a login that fails keeps the client out, at each access point that offers it', () => {
    const site = boatyard()
    const profiles = site.profiles.map((p) => (p.radius ? { ...p, radius: { ...p.radius, port: 1645 } } : p))
    const answer = ask({ ...site, profiles }, 'ssid:ap-work-1:ssid-office')
    expect(answer.stages.map(({ name, ok }) => `${name} ${ok}`)).toEqual(['join true', 'login false'])
    expect(ask(site, 'ssid:ap-work-1:ssid-office').ok).toBe(true)
  })

  test('a client by radio joins what is offered, with its own profile', () => {
    const joins = (ssidId: string, enterprise: boolean) => {
      const site = withDevice(boatyard(), 'printer', { air: newAir('ap-gate', { ssidId, enterprise }) })
      return { ...site, links: site.links.filter(({ id }) => id !== 'l-sw-shed-printer') }
    }
    expect(ask(joins('ssid-crew', false), 'station:printer').ok).toBe(true)
    expect(ask(joins('ssid-office', true), 'station:printer').summary).toContain(
      'Gate AP does not offer “TernQuay-Office”',
    )
    const inside = withDevice(joins('ssid-office', false), 'printer', {
      air: newAir('ap-shop', { ssidId: 'ssid-office' }),
    })
    expect(ask(inside, 'station:printer').summary).toContain('is not set to enterprise login')
  })

  test('a wired jack is on the network of its group', () => {
    expect(ask(boatyard(), 'jack:ap-office:2').lease?.ip).toBe('172.27.36.10')
    const lacking = withPort(boatyard(), 'switch', 5, { taggedVlans: [24, 60] })
    expect(ask(lacking, 'jack:ap-office:2').summary).toContain('not a member of VLAN 36')
  })
})

describe('names', () => {
  test.each<[string, Site, boolean, RegExp]>([
    ['the router forwards', boatyard(), true, /172\.27\.24\.1/],
    ['none handed out', withNetwork(boatyard(), 'crew', { nameServers: [] }), false, /No name server/],
    ['outside and allowed', withNetwork(boatyard(), 'crew', { nameServers: ['203.0.113.53'] }), true, /203/],
    [
      'outside and not translated',
      withNetwork(boatyard(), 'crew', { nameServers: ['203.0.113.53'], translated: false }),
      false,
      /not translated/,
    ],
    [
      'in a network that is kept out',
      withNetwork(boatyard(), 'crew', { nameServers: ['172.27.36.5'] }),
      false,
      /Tills, kept out/,
    ],
    [
      'a private address of nobody',
      withNetwork(boatyard(), 'crew', { nameServers: ['10.9.9.9'] }),
      false,
      /no network of this plan/,
    ],
    [
      'the second of two',
      withNetwork(boatyard(), 'crew', { nameServers: ['10.9.9.9', '172.27.24.1'] }),
      true,
      /172\.27\.24\.1/,
    ],
  ])('%s', (_name, site, ok, words) => {
    const found = ask(site, CREW).names
    expect([found?.ok, found?.says]).toEqual([ok, expect.stringMatching(words) as string])
  })
})

test('shadowed rules are named with those before them', () => {
  const site = boatyard()
  const wide = { id: 'w', action: 'allow' as const, fromNetworkId: null, to: 'any' as const, enabled: true }
  const shadowed = shadowedRules({ ...site, rules: [wide, ...site.rules] })
  // Anywhere is what is forwarded: a rule about the router itself stands by itself.
  expect(shadowed).toHaveLength(site.rules.filter(({ to }) => aimRouterId(to) === null).length)
  expect(shadowed.every(({ by, contrary }) => by[0] === 1 && contrary)).toBe(true)
  expect(shadowedRules(site)).toEqual([])
})

test('the odd ones out are named', () => {
  const site = withPort(boatyard(), 'sw-gate', 7, { taggedVlans: [24] })
  const cell = matrixOf(twinOf(site)).find(
    ({ fromNetworkId, targetName }) => fromNetworkId === 'berths' && targetName === 'the internet',
  )
  expect(cell).toMatchObject({ verdict: 'inPart' })
  expect(cell?.oddOnes).toBe(
    'TernQuay-Berths on Pontoon AP only: The client joins and gets no address. Gate hut switch, port 7: the port is not a member of VLAN 60.',
  )
})

const reached = (site: Site): Set<string> =>
  new Set(
    matrixOf(twinOf(site)).flatMap(({ fromNetworkId, targetName, verdict }) =>
      verdict === 'reaches' ? [`${fromNetworkId} ${targetName}`] : [],
    ),
  )

test('adding a VLAN to any trunk never shrinks reach', () => {
  const spoilt = withPort(boatyard(), 'sw-gate', 1, { taggedVlans: [24] })
  const before = reached(spoilt)
  const trunks = spoilt.devices
    .filter(({ kind }) => kind === 'switch' || kind === 'gateway')
    .flatMap(({ id, ports }) =>
      ports.filter(({ mode }) => mode === 'trunk').map(({ number }) => ({ id, number })),
    )
  fc.assert(
    fc.property(fc.constantFrom(...trunks), fc.constantFrom(24, 36, 48, 60, 72), ({ id, number }, vlanId) => {
      const port = spoilt.devices
        .find((device) => device.id === id)!
        .ports.find((one) => one.number === number)!
      if (port.nativeVlan === vlanId) return
      const wider = withPort(spoilt, id, number, { taggedVlans: [...new Set([...port.taggedVlans, vlanId])] })
      const after = reached(wider)
      for (const way of before) expect([way, after.has(way)]).toEqual([way, true])
    }),
    { seed: 24, numRuns: 40 },
  )
})

test('renaming everything, and giving everything other ids in the text, changes no verdict', () => {
  const verdicts = (site: Site) =>
    matrixOf(twinOf(site)).map(({ fromNetworkId, verdict, getsThrough }) => [
      fromNetworkId,
      verdict,
      getsThrough,
    ])
  const site = boatyard()
  const renamed: Site = {
    ...site,
    networks: site.networks.map((one, i) => ({ ...one, name: `N${i}` })),
    devices: site.devices.map((one, i) => ({ ...one, name: `D${i}` })),
    ssids: site.ssids.map((one, i) => ({ ...one, name: `S${i}` })),
    groups: site.groups.map((one, i) => ({ ...one, name: `G${i}` })),
  }
  expect(verdicts(renamed)).toEqual(verdicts(site))
})
