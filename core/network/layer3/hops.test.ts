import fc from 'fast-check'
import { attachmentOf, attachmentsOf } from '../layer2'
import type { Rule, Site } from '../../plan'
import { withManagement, withNetwork, withPort, yard } from '~/tests/kit/yard'
import { frameWay, keyText } from './hops'
import { reach, twinOf } from './index'
import { targetsOf } from './matrix'

const guest = { deviceId: 'ap-shop', key: 'ssid:ssid-berth' as const }
const router = { deviceId: 'gateway', key: 'self:60' as const }

test('each hop names port, tag, VLAN, decision and rule', () => {
  const { ok, hops } = frameWay(twinOf(yard()), guest, router)
  expect(ok).toBe(true)
  expect(
    hops.map(({ inPort, tagIn, outPort, tagOut, vid, decision }) => [
      inPort,
      tagIn,
      outPort,
      tagOut,
      vid,
      decision,
    ]),
  ).toEqual([
    ['SSID TernQuay-Berths', null, 'port 1', 60, 60, 'forwards'],
    ['port 3', 60, 'port 1', 60, 60, 'forwards'],
    ['port L1', 60, 'its own interface', null, 60, 'delivers'],
  ])
  expect(hops.every(({ clause, reason }) => clause !== '' && reason.endsWith('.'))).toBe(true)
})

test('dropped on the way in and dropped on the way out are told apart', () => {
  const last = (site: Site) => frameWay(twinOf(site), guest, router).hops.at(-1)!
  expect(last(withPort(yard(), 'switch', 3, { taggedVlans: [24] }))).toMatchObject({
    inKey: 'port:3',
    outKey: null,
    decision: 'drops',
  })
  expect(last(withPort(yard(), 'switch', 1, { taggedVlans: [24] }))).toMatchObject({
    inKey: 'port:3',
    outKey: 'port:1',
    decision: 'drops',
  })
})

test('without a cable there is no hop to show, and the sentence says so', () => {
  const site = { ...yard(), links: [] }
  expect(frameWay(twinOf(site), guest, router)).toEqual({
    ok: false,
    hops: [],
    reason: 'No cable leads from here to Yard gateway.',
  })
})

test('ports in words', () => {
  expect(keyText(yard(), 'gateway', 'port:1')).toBe('port feed')
  expect(keyText(yard(), 'modem', 'feed')).toBe('the feed')
  expect(keyText(yard(), 'switch', 'self:12')).toBe('its own interface')
})

const attachments = attachmentsOf(yard()).map(({ id }) => id)
const targets = targetsOf(yard()).map(({ target }) => target)
const anyRule = fc.record<Rule>({
  id: fc.uuid(),
  action: fc.constantFrom('allow', 'drop'),
  fromNetworkId: fc.constantFrom(null, 'gear', 'crew', 'tills', 'cameras', 'berths'),
  to: fc.constantFrom<Rule['to']>(
    'any',
    'internet',
    { networkId: 'crew' },
    { networkId: 'gear' },
    { networkId: 'berths' },
  ),
  enabled: fc.boolean(),
})
const ask = (site: Site, from: string, to: number) =>
  reach(twinOf(site), attachmentOf(site, from)!, targets[to % targets.length]!)

test('for any rules: an answer is a whole story, and a failed one ends where it failed', () => {
  fc.assert(
    fc.property(
      fc.array(anyRule, { maxLength: 6 }),
      fc.constantFrom(...attachments),
      fc.nat(),
      (rules, from, to) => {
        const { ok, stages, summary } = ask({ ...yard(), rules }, from, to)
        expect(stages.filter((stage) => !stage.ok).length).toBe(ok ? 0 : 1)
        expect(stages.at(-1)?.ok).toBe(ok)
        expect(summary).not.toBe('')
      },
    ),
    { seed: 3, numRuns: 300 },
  )
})

test('for any rules: a rule that is off, or added behind an all-embracing one, changes nothing', () => {
  const wide: Rule = { id: 'wide', action: 'allow', fromNetworkId: null, to: 'any', enabled: true }
  fc.assert(
    fc.property(
      fc.array(anyRule, { maxLength: 4 }),
      anyRule,
      fc.constantFrom(...attachments),
      fc.nat(),
      (rules, extra, from, to) => {
        const verdict = (list: Rule[]) => ask({ ...yard(), rules: list }, from, to).ok
        expect(verdict([{ ...extra, enabled: false }, ...rules])).toBe(verdict(rules))
        expect(verdict([...rules, wide, extra])).toBe(verdict([...rules, wide]))
      },
    ),
    { seed: 4, numRuns: 200 },
  )
})

test('a drop both ways is symmetric between any two networks', () => {
  const ids = yard().networks.map(({ id }) => id)
  const drop = (from: string, to: string): Rule => ({
    id: `${from}${to}`,
    action: 'drop',
    fromNetworkId: from,
    to: { networkId: to },
    enabled: true,
  })
  for (const a of ids)
    for (const b of ids.filter((id) => id !== a)) {
      const site = { ...yard(), rules: [drop(a, b), drop(b, a)] }
      const from = (network: string) => attachmentsOf(site).find(({ networkId }) => networkId === network)!
      const way = (one: string, other: string) =>
        reach(twinOf(site), from(one), { kind: 'network', networkId: other }).ok
      expect([a, b, way(a, b), way(b, a)]).toEqual([a, b, false, false])
    }
})

test('two routers that know nothing of each other: no way between their networks', () => {
  const typed = withManagement(yard(), 'till-1', {
    addressing: 'fixed',
    ip: '172.27.36.5',
    prefixLength: 27,
    gateway: '172.27.36.1',
  })
  const site = withNetwork(typed, 'tills', { routedBy: 'controller', servedBy: null })
  const answer = reach(twinOf({ ...site, rules: [] }), attachmentOf(site, 'port:switch:5')!, {
    kind: 'network',
    networkId: 'tills',
  })
  expect(answer.summary).toBe('Yard gateway has no interface in Tills and knows no way there.')
})
