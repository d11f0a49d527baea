import { demoYard, yard } from '~/tests/kit/yard'
import { evidenceFor, verdictOn } from './observations'
import type { Observation } from './observations'
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
