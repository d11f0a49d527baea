import { MIN_US, bench, later, phase, why } from '~/tests/kit/bench'
import { demoYard, withPart, withPort, yard } from '~/tests/kit/yard'
import { newAir } from '../../plan'
import type { Site } from '../../plan'
import type { Action, Phase } from '../adoption'
import type { World } from '../types'
import { advance, newWorld, perform } from './play'

describe('by radio', () => {
  /** A child of the shop's access point, with its own supply; socket 6 of the switch is for the bench. */
  function meshed(): Site {
    const site = yard()
    const shop = site.devices.find(({ id }) => id === 'ap-shop')!
    const trunk = site.devices.find(({ id }) => id === 'switch')!.ports.find(({ number }) => number === 3)!
    const child = {
      ...shop,
      id: 'child',
      name: 'Loft AP',
      mac: '02:5a:0c:00:00:77',
      powerSource: 'supply' as const,
      air: newAir('ap-shop', { pinned: true }),
      mesh: { takesChildren: false, seeksParent: true, ownBand: null },
    }
    const wide = withPort(withPart(site, 'ap-shop', 'mesh', { takesChildren: true }), 'switch', 6, {
      ...trunk,
      number: 6,
      poe: false,
    })
    return { ...wide, devices: [...wide.devices, child] }
  }
  const adoptAll = (world: World) => {
    for (const { id, phase: now } of [...world.gear.values()])
      if (now === 'waiting') expect(perform(world, { kind: 'adopt', deviceId: id })).toBeNull()
  }
  const patch: Action = {
    kind: 'patch',
    linkId: 'bench',
    a: { deviceId: 'switch', port: 6 },
    b: { deviceId: 'child', port: 1 },
  }

  test('adopted by cable, then cut: silent, adrift for a minute, and running by radio', () => {
    const world = newWorld(meshed(), 1, 1)
    expect(perform(world, patch)).toBeNull()
    for (const { id, powerSource } of world.plan.devices)
      if (powerSource !== 'poe') perform(world, { kind: 'powerOn', deviceId: id })
    advance(world, 10 * MIN_US)
    adoptAll(world)
    later(world, 6)
    expect([phase(world, 'ap-shop'), phase(world, 'child')]).toEqual(['running', 'running'])
    expect(perform(world, { kind: 'pullCable', linkId: 'bench' })).toBeNull()
    expect(phase(world, 'child')).toBe('silent')
    later(world, 2.1)
    expect(phase(world, 'child')).toBe('adrift')
    later(world, 20)
    expect(world.gear.get('child')).toMatchObject({ phase: 'byRadio', parentId: 'ap-shop' })
    // Plugged in again it is two ways for one frame.
    perform(world, patch)
    expect(why(world, 'child')).toContain('A loop')
    perform(world, { kind: 'pullCable', linkId: 'bench' })
    expect(phase(world, 'child')).toBe('byRadio')
  })

  test('adopted over the air: seen after about five minutes, three to join, seven to be set up', () => {
    const world = bench(meshed(), 10)
    adoptAll(world)
    later(world, 15)
    expect(world.gear.get('child')).toMatchObject({ phase: 'waiting', byRadio: true })
    adoptAll(world)
    later(world, 20)
    const { history, phase: now } = world.gear.get('child')!
    expect(now).toBe('byRadio')
    const took = (wanted: Phase) =>
      Math.max(
        ...history
          .filter((one) => one.phase === wanted)
          .map(({ fromUs, untilUs }) => (untilUs - fromUs) / MIN_US),
      )
    expect([took('discovering') >= 4, took('configuring') >= 6]).toEqual([true, true])
  })

  test('a parent that takes no children is never found', () => {
    const world = bench(withPart(meshed(), 'ap-shop', 'mesh', { takesChildren: false }), 10)
    adoptAll(world)
    later(world, 20)
    expect(world.gear.get('child')).toMatchObject({
      phase: 'addressing',
      waitsFor: expect.stringContaining('takes no children'),
    })
  })

  test('the parent goes: its child is silent, and comes back by itself', () => {
    const world = bench(meshed(), 10)
    adoptAll(world)
    later(world, 15)
    adoptAll(world)
    later(world, 20)
    perform(world, { kind: 'pullCable', linkId: 'l-ap' })
    expect(phase(world, 'child')).toBe('silent')
    perform(world, { kind: 'plugCable', linkId: 'l-ap' })
    later(world, 30)
    expect(phase(world, 'child')).toBe('byRadio')
  })

  test('in the demo the workshop comes up by radio, and what is cabled behind it too', () => {
    const world = bench(demoYard(), 12)
    for (let round = 0; round < 6; round++) {
      adoptAll(world)
      later(world, 12)
    }
    const odd = [...world.gear.values()].filter(({ phase: now }) => now !== 'running' && now !== 'byRadio')
    expect(odd.map(({ id, phase: now, waitsFor }) => [id, now, waitsFor])).toEqual([])
  })
})
