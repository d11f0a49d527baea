import type { Site } from '../../plan'
import { boatyard, spoiltYard, withDevice, withPart, withPort, yard } from '~/tests/kit/yard'
import { expectedSpan } from '../adoption'
import type { Action, TimedAction } from '../adoption'
import { play } from './play'
import { nextEventUs } from './queue'

const MIN = 60
const us = (seconds: number) => Math.round(seconds * 1e6)
const at = (seconds: number, action: Action): TimedAction => ({ atUs: us(seconds), action })

/** Mains on for everything at the start, as a person would. */
const powered = (site: Site): TimedAction[] =>
  site.devices
    .filter(({ powerSource }) => powerSource !== 'poe')
    .map(({ id }) => at(0, { kind: 'powerOn', deviceId: id }))

const run = (site: Site, minutes: number, more: TimedAction[] = [], seed = 1) =>
  play(site, 1, seed, [...powered(site), ...more], us(minutes * MIN)).world
const ap = (site: Site, minutes: number, more: TimedAction[] = [], seed = 1) =>
  run(site, minutes, more, seed).gear.get('ap-shop')!
const YES: TimedAction = at(10 * MIN, { kind: 'adopt', deviceId: 'ap-shop' })

test('from dark to running, each phase within its usual span', () => {
  const bench = run(yard(), 16, [YES])
  const device = bench.gear.get('ap-shop')!
  expect(device).toMatchObject({ phase: 'running', capwap: 'run', ip: '172.27.12.100' })
  expect(device.history.map(({ phase }) => phase)).toEqual([
    'dark',
    'booting',
    'addressing',
    'discovering',
    'waiting',
    'securing',
    'joining',
    'configuring',
    'checking',
  ])
  for (const { phase, fromUs, untilUs } of device.history) {
    const span = expectedSpan('accessPoint', phase)
    if (!span || phase === 'discovering' || phase === 'addressing') continue
    expect((untilUs - fromUs) / 1e6).toBeGreaterThanOrEqual(span.lowS)
    expect((untilUs - fromUs) / 1e6).toBeLessThanOrEqual(span.highS)
  }
})

test('the same seed and actions give the same run, another seed another one', () => {
  const trace = (seed: number) => run(yard(), 16, [YES], seed).events
  expect(trace(5)).toEqual(trace(5))
  expect(trace(5)).not.toEqual(trace(6))
})

test('it does not matter how often one looks', () => {
  const late = run(yard(), 16, [YES])
  const looked = [2, 5, 11, 16].map((minutes) => run(yard(), minutes, [YES])).at(-1)
  expect(looked?.events).toEqual(late.events)
})

test('PoE off means no power, and the bench says why', () => {
  expect(ap(spoiltYard(), 20)).toMatchObject({
    phase: 'dark',
    waitsFor: 'PoE is off on Chandlery switch port 3.',
  })
})

test.each<[string, Site, RegExp]>([
  [
    'management VLAN missing',
    withPort(yard(), 'switch', 3, { nativeVlan: null }),
    /No address server answers/,
  ],
  [
    'controller in another network',
    { ...yard(), links: yard().links.filter(({ id }) => id !== 'l-ctl') },
    /Yard controller is not running: No cable brings it power/,
  ],
])('%s: it seeks, and says what for', (_name, site, words) => {
  const device = ap(site, 16)
  expect(['addressing', 'discovering']).toContain(device.phase)
  expect(device.waitsFor).toMatch(words)
  expect(device.dueUs).toBeNull()
})

test('no licence left: refused at the join', () => {
  const device = ap(withPart(yard(), 'controller', 'controller', { licences: 0 }), 16, [YES])
  expect(device).toMatchObject({
    phase: 'refused',
    capwap: 'sulking',
    waitsFor: 'Yard controller has no licence left for it.',
  })
})

test('old firmware: an image first, then a restart, then the configuration', () => {
  const device = ap(withDevice(yard(), 'ap-shop', { firmware: '6.0.0' }), 25, [YES])
  expect(device).toMatchObject({ phase: 'running', firmware: '6.2.0' })
  expect(
    device.history.map(({ phase }) => phase).filter((phase) => phase === 'imaging' || phase === 'booting'),
  ).toEqual(['booting', 'imaging', 'booting'])
})

/** A moment in the middle of the configuration. */
function whileConfiguring(): number {
  const phase = run(yard(), 16, [YES])
    .gear.get('ap-shop')!
    .history.find((record) => record.phase === 'configuring')!
  return (phase.fromUs + phase.untilUs) / 2e6
}

/** RFC 5415 section 2.3.1: Configure to DTLS Teardown, to Idle, and Discovery again. */
test('the way lost while it is configured: it looks for its controller again, and is set up once that is back', () => {
  const cut = at(whileConfiguring(), { kind: 'pullCable', linkId: 'l-ctl' })
  const plug = at(20 * MIN, { kind: 'plugCable', linkId: 'l-ctl' })
  expect(ap(yard(), 15, [YES, cut])).toMatchObject({ phase: 'discovering', interrupted: false })
  expect(ap(yard(), 35, [YES, cut, plug])).toMatchObject({ phase: 'running', interrupted: false })
})

test('power cut while it is configured: dark, and half done when it comes back', () => {
  const pull = at(whileConfiguring(), { kind: 'pullCable', linkId: 'l-ap' })
  expect(ap(yard(), 15, [YES, pull])).toMatchObject({ phase: 'dark', ip: null })
  expect(ap(yard(), 25, [YES, pull, at(16 * MIN, { kind: 'plugCable', linkId: 'l-ap' })])).toMatchObject({
    phase: 'halfDone',
  })
})

test('a running one whose controller goes away is silent, then adrift, then comes back by itself', () => {
  const pull = at(20 * MIN, { kind: 'pullCable', linkId: 'l-ctl' })
  expect(ap(yard(), 20.5, [YES, pull]).phase).toBe('silent')
  expect(ap(yard(), 23, [YES, pull])).toMatchObject({ phase: 'adrift', capwap: 'idle' })
  const plug = at(24 * MIN, { kind: 'plugCable', linkId: 'l-ctl' })
  expect(ap(yard(), 35, [YES, pull, plug])).toMatchObject({ phase: 'running', accepted: true })
})

test('cutting the switch darkens all that live on it', () => {
  const bench = run(yard(), 21, [YES, at(20 * MIN, { kind: 'cutPower', deviceId: 'switch' })])
  expect(['switch', 'ap-shop', 'controller'].map((id) => bench.gear.get(id)?.phase)).toEqual([
    'dark',
    'dark',
    'dark',
  ])
  expect(bench.gear.get('gateway')?.phase).toBe('running')
})

test('a budget that is used up leaves the later port dark', () => {
  const site = yard()
  const small = {
    ...site,
    deviceTypes: site.deviceTypes.map((type) =>
      type.id === 't-switch8' ? { ...type, poeBudgetW: 40 } : type,
    ),
  }
  const bench = run(small, 16)
  expect(bench.gear.get('controller')?.phase).toBe('running')
  expect(bench.gear.get('ap-shop')).toMatchObject({ phase: 'dark' })
  expect(bench.gear.get('ap-shop')?.waitsFor).toContain('budget')
})

test('a mended plan brought to the bench LEDs the dark one', () => {
  const replan = at(10 * MIN, { kind: 'replan', site: yard(), revision: 5 })
  const bench = run(spoiltYard(), 16, [replan])
  expect(bench.revision).toBe(5)
  expect(bench.gear.get('ap-shop')?.phase).toBe('waiting')
})

test('saying yes to one that does not wait does nothing', () => {
  expect(ap(yard(), 16, [at(1, { kind: 'adopt', deviceId: 'ap-shop' })]).phase).toBe('waiting')
})

test('the clock never goes back: every event is at or after the one before', () => {
  const { events } = run(yard(), 40, [YES, at(20 * MIN, { kind: 'cutPower', deviceId: 'gateway' })])
  for (let i = 1; i < events.length; i++) expect(events[i]!.atUs).toBeGreaterThanOrEqual(events[i - 1]!.atUs)
})

test('stepping: the next event is in the future, and none is left when all waits', () => {
  const early = run(yard(), 0.5)
  expect(nextEventUs(early)).toBeGreaterThan(early.nowUs)
  expect(nextEventUs(run(yard(), 60))).toBeNull()
})

test('no two access points on the bench lease one address', () => {
  const site = boatyard()
  const bench = run(site, 20)
  const ips = site.devices
    .filter(({ kind }) => kind === 'accessPoint')
    .map(({ id }) => bench.gear.get(id)?.ip)
  expect(ips.every((ip) => ip?.startsWith('172.27.12.'))).toBe(true)
  expect(new Set(ips).size).toBe(9)
})
