import { boatyard, demoYard, withNetwork, withPort, yard } from '~/tests/kit/yard'
import { aimNetworkId, deviceOf, emptySite, wanOf } from '../../plan'
import type { Site } from '../../plan'
import { evidenceFor, verdictOn } from './observations'
import type { Observation } from './observations'
import { testKindOf } from './testKinds'
import type { Seen } from './testKinds'

const site = demoYard()
const on = (seen: Seen) => verdictOn(site, { seen, who: 'R. Amber' })

test('an address is held against the subnet of its place', () => {
  const at = 'ssid:ap-shop:ssid-berth'
  expect(on({ kind: 'address', attachmentId: at, ip: '172.27.60.77' })).toMatchObject({ ok: true })
  expect(on({ kind: 'address', attachmentId: at, ip: '172.27.12.77' })).toEqual({
    ok: false,
    says: '172.27.12.77 at TernQuay-Berths on Chandlery AP, an address of Yard gear',
  })
  expect(on({ kind: 'address', attachmentId: at, ip: null })).toMatchObject({ ok: false })
  expect(on({ kind: 'address', attachmentId: 'port:gone:1', ip: '10.0.0.1' }).ok).toBeNull()
})

test('a level is held against the need of its area', () => {
  const area = site.areas[0]!
  expect(on({ kind: 'level', areaId: area.id, rssiDbm: area.leastSignalDbm }).ok).toBe(true)
  expect(on({ kind: 'level', areaId: area.id, rssiDbm: area.leastSignalDbm - 1 }).ok).toBe(false)
})

test('a ping of which nobody asked anything proves nothing and fails nothing', () => {
  const seen: Seen = { kind: 'ping', fromNetworkId: 'crew', to: { networkId: 'gear' }, answered: true }
  expect(verdictOn({ ...yard(), requirements: [] }, { seen, who: '' }).ok).toBeNull()
})

test('of several tries the newest counts, whatever order they come in', () => {
  const plan = {
    ...yard(),
    requirements: [{ id: 'r', fromNetworkId: 'crew', to: 'internet' as const, strength: 'must' as const }],
  }
  const tried = (at: string, answered: boolean, revision = 3): Observation => ({
    id: at,
    at,
    revision,
    source: 'typed',
    who: 'R. Amber',
    place: '',
    seen: { kind: 'ping', fromNetworkId: 'crew', to: 'internet', answered },
  })
  const [failed, passed] = [tried('2026-01-01T10:00', false), tried('2026-01-01T11:00', true)]
  for (const list of [
    [failed, passed],
    [passed, failed],
  ])
    expect(evidenceFor(plan, 3, list)[0]).toMatchObject({ state: 'proven', by: { id: passed.id } })
  expect(evidenceFor(plan, 4, [passed])[0]?.state).toBe('old')
  expect(evidenceFor(plan, 4, [failed])[0]?.state).toBe('open')
  expect(evidenceFor(plan, 3, [tried('2026-01-01T12:00', false), passed])[0]?.state).toBe('contradicted')
})

describe('after a later edit', () => {
  const tried: Observation = {
    id: 'o',
    at: '2026-01-01T10:00',
    revision: 3,
    source: 'measured',
    who: 'R. Amber',
    place: 'port:switch:12',
    seen: {
      kind: 'ping',
      fromNetworkId: 'crew',
      to: 'internet',
      answered: true,
      ip: '198.51.100.10',
      attachmentId: 'port:switch:12',
    },
  }
  const then = boatyard()
  const row = (now: Site) =>
    evidenceFor(now, 5, [tried], (revision) => (revision === 3 ? then : null)).find(
      ({ requirement: { fromNetworkId, to } }) => fromNetworkId === 'crew' && to === 'internet',
    )

  test.each<[string, Site]>([
    ['nothing', then],
    [
      'a name and a place on the chart',
      { ...then, name: 'Other', devices: then.devices.map((one) => ({ ...one, position: null })) },
    ],
    ['a port that its frames do not pass', withPort(then, 'switch', 15, { nativeVlan: 12 })],
    ['another network', withNetwork(then, 'cameras', { gateway: null })],
  ])('it still holds where what changed is %s', (_what, now) => {
    expect(row(now)).toMatchObject({ state: 'proven', by: { id: 'o', revision: 3 }, changed: [] })
  })

  test.each<[string, Site, RegExp]>([
    ['the port itself', withPort(then, 'switch', 12, { poe: false, nativeVlan: 36 }), /switch.* 12/i],
    ['its network', withNetwork(then, 'crew', { nameServers: ['9.9.9.9'] }), /network Crew/],
    [
      'the way out',
      withPort(then, 'gateway', wanOf(deviceOf(then, 'gateway')!)!.port, { nativeVlan: 7 }),
      /gateway/i,
    ],
  ])('it is to be measured again where that is %s, by name', (_what, now, name) => {
    const { state, changed } = row(now)!
    expect(state).toBe('old')
    expect(changed.join()).toMatch(name)
  })

  test('a revision that nobody can give any more does not count', () => {
    expect(evidenceFor(then, 5, [tried], () => null).find(({ by }) => by !== null)?.state).toBe('old')
  })
})

describe('what was read beside pings', () => {
  const plan = boatyard()
  const says = (seen: Seen) => verdictOn(plan, { seen, who: '' })
  const at = 'port:switch:12'
  test.each<[Seen, boolean | null]>([
    [{ kind: 'name', attachmentId: at, name: 'example.net', server: '172.27.24.1', ip: '192.0.2.7' }, true],
    [{ kind: 'name', attachmentId: at, name: 'example.net', server: '172.27.24.1', ip: null }, false],
    [
      { kind: 'port', attachmentId: at, deviceId: 'gateway', ip: '172.27.24.1', port: 443, open: false },
      false,
    ],
    [{ kind: 'neighbour', attachmentId: at, name: deviceOf(plan, 'switch')!.name, port: 'port12' }, true],
    [{ kind: 'neighbour', attachmentId: at, name: deviceOf(plan, 'switch')!.name, port: '11' }, false],
    [{ kind: 'registration', deviceId: 'ap-shop', rateMbps: 0, snrDb: null }, false],
    [{ kind: 'registration', deviceId: 'ap-shop', rateMbps: 300, snrDb: 22 }, true],
    [
      {
        kind: 'heard',
        levelId: plan.levels[0]!.id,
        at: [1, 2],
        deviceId: 'ap-shop',
        band: '5',
        rssiDbm: -60,
        client: null,
      },
      null,
    ],
    [
      { kind: 'roam', ssidId: plan.ssids[0]!.id, changes: 3, lowestDbm: -74, longestGapS: 0.2, stickyS: 0 },
      true,
    ],
    [
      { kind: 'roam', ssidId: plan.ssids[0]!.id, changes: 1, lowestDbm: -84, longestGapS: 0.2, stickyS: 14 },
      false,
    ],
    [{ kind: 'login', ssidId: plan.ssids[0]!.id, user: 'mate', accepted: false, vlanId: null }, false],
    [{ kind: 'login', ssidId: plan.ssids[0]!.id, user: 'mate', accepted: true, vlanId: 4000 }, false],
  ])('%j', (seen, ok) => {
    const { says: words, ok: is } = says(seen)
    expect([words.length > 5, is]).toEqual([true, ok])
    expect(testKindOf(seen).lacks(plan, seen)).toBeNull()
  })

  test('each kind says which part of the plan is not there any more', () => {
    const bare = emptySite('Bare')
    const gone: Seen[] = [
      { kind: 'linkSpeed', attachmentId: at, speedMbps: 100 },
      { kind: 'led', deviceId: 'gone', led: 'power', colour: 'green', pattern: 'slow' },
      { kind: 'login', ssidId: 'gone', user: 'mate', accepted: true, vlanId: null },
      {
        kind: 'heard',
        levelId: 'yard',
        at: [1, 2],
        deviceId: 'gone',
        band: '5',
        rssiDbm: null,
        client: null,
      },
    ]
    for (const seen of gone) {
      expect([seen.kind, testKindOf(seen).lacks(bare, seen)?.noun]).not.toContain(undefined)
      expect(verdictOn(bare, { seen, who: '' }).says.length).toBeGreaterThan(5)
    }
  })
})

test('silence of a host counts from the moment that somebody of its own network heard it', () => {
  const plan = boatyard()
  const ping = (fromNetworkId: string, answered: boolean): Observation => ({
    id: `${fromNetworkId} ${answered}`,
    at: '2026-01-01T10:00',
    revision: 3,
    source: 'measured',
    who: 'R. Amber',
    place: '',
    seen: { kind: 'ping', fromNetworkId, to: { networkId: 'tills' }, answered, ip: '172.27.36.20' },
  })
  const state = (...all: Observation[]) =>
    evidenceFor(plan, 3, all).find(
      ({ requirement: { fromNetworkId, to } }) => fromNetworkId === 'crew' && aimNetworkId(to) === 'tills',
    )!.state
  expect(state(ping('crew', false))).toBe('unsure')
  expect(state(ping('crew', false), ping('tills', true))).toBe('proven')
  expect(state(ping('crew', false), ping('tills', false))).toBe('unsure')
})
