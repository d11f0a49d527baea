import { deserialize, serialize } from 'node:v8'
import fc from 'fast-check'
import { demoYard, yard } from '~/tests/kit/yard'
import type { Site } from '../../plan'
import type { Action, TimedAction } from '../adoption'
import type { World } from '../types'
import { advance, newWorld, perform, play } from './play'
import { restored } from './restored'
import { fork } from './world'

const SITE: Site = yard()
const CABLES = SITE.links.map(({ id }) => id)
const DEVICES = SITE.devices.map(({ id }) => id)

const device = fc.constantFrom(...DEVICES)
const anAction: fc.Arbitrary<Action> = fc.oneof(
  { weight: 4, arbitrary: device.map((deviceId): Action => ({ kind: 'powerOn', deviceId })) },
  device.map((deviceId): Action => ({ kind: 'cutPower', deviceId })),
  fc.constantFrom(...CABLES).map((linkId): Action => ({ kind: 'pullCable', linkId })),
  {
    weight: 2,
    arbitrary: fc.constantFrom(...CABLES).map((linkId): Action => ({ kind: 'plugCable', linkId })),
  },
  { weight: 3, arbitrary: device.map((deviceId): Action => ({ kind: 'adopt', deviceId })) },
  device.map((deviceId): Action => ({ kind: 'reset', deviceId })),
  device.map((deviceId): Action => ({ kind: 'reboot', deviceId })),
  device.map((deviceId): Action => ({ kind: 'setUp', deviceId })),
  device.map((deviceId): Action => ({ kind: 'forget', deviceId })),
  fc.record({ deviceId: device, port: fc.integer({ min: 1, max: 8 }) }).map((at): Action => ({
    kind: 'laptop',
    at,
    addressing: 'dhcp',
    ip: null,
    prefixLength: 24,
    gateway: null,
  })),
)

/** Mains on first, then so many deeds within forty minutes. */
const scripts = fc
  .array(fc.record({ atUs: fc.integer({ min: 0, max: 2400 }).map((s) => s * 1_000_000), action: anAction }), {
    minLength: 3,
    maxLength: 25,
  })
  .map((deeds): TimedAction[] => [
    ...DEVICES.map((deviceId): TimedAction => ({ atUs: 0, action: { kind: 'powerOn', deviceId } })),
    ...deeds.sort((a, b) => a.atUs - b.atUs),
  ])

/** What of a world can be seen and goes on from it; counters of what was worked out are its own business. */
const stateOf = ({ gear, events, pulled, nowUs }: World) => ({
  nowUs,
  events,
  pulled: [...pulled],
  gear: [...gear.values()].map(({ running, saved, typed, lease, ...rest }) => ({
    ...rest,
    running: running.device.management.ip ?? running.ssids.length,
    saved: saved.ssids.length,
    typed: typed !== null,
    lease: lease?.ip ?? null,
  })),
})

const END_US = 3_000_000_000

test('moved on event by event it is what it is when it is played from the start, on 200 random scripts', () => {
  fc.assert(
    fc.property(scripts, fc.array(fc.integer({ min: 1, max: 2900 }), { maxLength: 6 }), (script, looks) => {
      const world = newWorld(SITE, 1, 7)
      const stops = looks.map((s) => s * 1_000_000).sort((a, b) => a - b)
      for (const { atUs, action } of script) {
        while (stops[0] !== undefined && stops[0] <= atUs)
          advance(world, Math.max(world.nowUs, stops.shift()!))
        advance(world, Math.max(world.nowUs, atUs))
        perform(world, action)
      }
      for (const stop of stops) advance(world, Math.max(world.nowUs, stop))
      advance(world, END_US)
      expect(stateOf(world)).toEqual(stateOf(play(SITE, 1, 7, script, END_US).world))
    }),
    { numRuns: 200, seed: 13 },
  )
})

test('a fork goes its own way, and nothing of it is seen in the one it came from', () => {
  fc.assert(
    fc.property(scripts, anAction, (script, deed) => {
      const early = script.filter(({ atUs }) => atUs <= 1_500_000_000)
      const { world } = play(SITE, 1, 3, early, 1_500_000_000)
      const before = structuredClone(stateOf(world))
      const other = fork(world)
      perform(other, deed)
      advance(other, END_US)
      expect(stateOf(world)).toEqual(before)
      advance(world, END_US)
      expect(stateOf(world)).toEqual(stateOf(play(SITE, 1, 3, early, END_US).world))
    }),
    { numRuns: 60, seed: 5 },
  )
})

test('a state that was kept and read back goes on as if nothing had been', () => {
  fc.assert(
    fc.property(scripts, (script) => {
      const { world } = play(SITE, 1, 3, script, 1_500_000_000)
      const back = restored(deserialize(serialize(world)) as World)
      for (const one of [world, back]) {
        perform(one, { kind: 'reboot', deviceId: 'ap-shop' })
        advance(one, END_US)
      }
      expect(stateOf(back)).toEqual(stateOf(world))
    }),
    { numRuns: 40, seed: 6 },
  )
})

test('the clock never goes back, and every event is told at its time', () => {
  fc.assert(
    fc.property(scripts, (script) => {
      const { events } = play(SITE, 1, 3, script, END_US).world
      expect(events.every(({ atUs }, i) => i === 0 || atUs >= (events[i - 1]?.atUs ?? 0))).toBe(true)
    }),
    { numRuns: 60, seed: 8 },
  )
})

test('leaving one device off moves no other device’s luck', () => {
  const site = demoYard()
  const durations = (without: string | null) => {
    const world = newWorld(site, 1, 11)
    for (const { id, powerSource } of site.devices)
      if (powerSource !== 'poe' && id !== without) perform(world, { kind: 'powerOn', deviceId: id })
    advance(world, 1_200_000_000)
    return new Map(
      [...world.gear.values()].map(({ id, history }) => [
        id,
        history.find(({ phase }) => phase === 'booting'),
      ]),
    )
  }
  const all = durations(null)
  const without = durations('till-1')
  const took = (one: ReturnType<typeof all.get>) => one && one.untilUs - one.fromUs
  for (const [id, record] of without)
    if (id !== 'till-1') expect([id, took(record)]).toEqual([id, took(all.get(id))])
})
