import { bench, later, phase, why } from '~/tests/kit/bench'
import { boatyard, yard } from '~/tests/kit/yard'
import { perform } from '../engine/play'
import { fork } from '../engine/world'
import { runningSite } from '../twins'
import type { World } from '../types'

const slipped = (code: string, site = yard(), luck = 0): World => {
  const world = bench(site, 0)
  expect(perform(world, { kind: 'slip', code, luck })).toBeNull()
  later(world, 20)
  return world
}

test('a slip shows by what the gear does, and by nothing else', () => {
  const world = slipped('POW-1')
  const dark = [...world.gear.values()].filter((gear) => gear.phase === 'dark')
  expect(dark.length).toBeGreaterThan(0)
  expect(dark[0]?.waitsFor).toMatch(/PoE is off/)
  expect(world.events.map(({ text }) => text).join()).not.toMatch(/Hidden|was left off/)
  expect(perform(world, { kind: 'reveal' })).toBeNull()
  expect(world.events.at(-1)?.text).toMatch(/PoE was left off/)
})

test('who sets it up again does not slip again', () => {
  const world = slipped('VLN-1')
  const trunks = (of: World) =>
    runningSite(of).devices.map(({ ports }) => ports.map((port) => port.taggedVlans))
  const right = trunks(bench(yard(), 20))
  expect(trunks(world)).not.toEqual(right)
  expect(perform(world, { kind: 'replan', site: yard(), revision: 2 })).toBeNull()
  expect(trunks(world)).toEqual(right)
})

test('a second cable between two switches is a loop until it is pulled', () => {
  const world = slipped('VLN-5', boatyard())
  expect([...world.gear.values()].some(({ waitsFor }) => /loop/i.test(waitsFor ?? ''))).toBe(true)
  expect(perform(world, { kind: 'pullCable', linkId: 'second~cable' })).toBeNull()
  later(world, 20)
  expect([...world.gear.values()].some(({ waitsFor }) => /loop/i.test(waitsFor ?? ''))).toBe(false)
})

test('only one at a time, only what can be, and a fork keeps its own', () => {
  const world = bench(yard(), 0)
  expect(perform(world, { kind: 'slip', code: 'CTL-6', luck: 0 })).toMatch(/cannot be made here/)
  expect(perform(world, { kind: 'reveal' })).toMatch(/Nothing/)
  const other = fork(world)
  expect(perform(other, { kind: 'slip', code: null, luck: 3 })).toBeNull()
  expect(perform(other, { kind: 'slip', code: null, luck: 4 })).toMatch(/already/)
  expect(world.hands).toBeNull()
  expect(phase(world, 'ap-shop')).toBeDefined()
  expect(why(world, 'ap-shop')).toBeDefined()
})
