import type { Site } from '~/core/plan'
import { newWorld, pageOf, perform } from '~/core/world'
import type { Action, World } from '~/core/world'
import { bench, later, plug, why } from '~/tests/kit/bench'
import { withDevice, withManagement, withNetwork, withPort, yard } from '~/tests/kit/yard'

/**
 * What gear does on a bench, each script with what a published standard says of it. The standards are named from memory; "common practice"
 * is a fact of the trade without one.
 */

const act = (world: World, ...actions: Action[]) => {
  for (const action of actions) expect([action.kind, perform(world, action)]).toEqual([action.kind, null])
}
const ip = (world: World, id: string) => world.gear.get(id)?.ip ?? null
const off = (linkId: string): Action => ({ kind: 'pullCable', linkId })
const on = (linkId: string): Action => ({ kind: 'plugCable', linkId })

/** A second access point on the switch, as the first. */
function twoAps(site = yard()): Site {
  const shop = site.devices.find(({ id }) => id === 'ap-shop')!
  const second = {
    ...shop,
    id: 'ap-two',
    name: 'Second AP',
    mac: '02:5a:0c:00:77:02',
    powerSource: 'supply' as const,
  }
  const third = site.devices.find(({ id }) => id === 'switch')!.ports[2]!
  const port8 = withPort(site, 'switch', 8, { ...third, number: 8 })
  const first = site.links.find(({ id }) => id === 'l-ap')!
  return {
    ...port8,
    devices: [...port8.devices, second],
    links: [
      ...port8.links,
      { ...first, id: 'l-two', a: { deviceId: 'switch', port: 8 }, b: { deviceId: 'ap-two', port: 1 } },
    ],
  }
}

const HOUR = 60

describe('leases (RFC 2131)', () => {
  test('section 4.3.1: an address that a dark client still holds is given to nobody else', () => {
    const world = bench(twoAps(), 0)
    act(world, off('l-two'))
    later(world, 10)
    const first = ip(world, 'ap-shop')
    act(world, off('l-ap'), on('l-two'))
    later(world, 10)
    expect([ip(world, 'ap-shop'), first, ip(world, 'ap-two')]).toEqual([
      null,
      '172.27.12.100',
      '172.27.12.101',
    ])
  })

  test('section 4.3.1: who comes back before it has run out has the same again', () => {
    const world = bench(twoAps(), 10)
    const before = ip(world, 'ap-shop')
    act(world, off('l-ap'))
    later(world, 2 * HOUR)
    act(world, on('l-ap'))
    later(world, 10)
    expect(ip(world, 'ap-shop')).toBe(before)
  })

  test('section 4.3.1: who comes back after it has run out has the same again while nobody has it', () => {
    const world = bench(twoAps(), 10)
    const before = ip(world, 'ap-shop')
    act(world, off('l-ap'))
    later(world, 20 * HOUR)
    act(world, on('l-ap'))
    later(world, 10)
    expect(ip(world, 'ap-shop')).toBe(before)
  })

  /** A pool of one. */
  const narrow = () =>
    withNetwork(twoAps(), 'gear', { pool: { start: '172.27.12.100', end: '172.27.12.100' } })

  test('section 4.3.1: a pool whose only address is held gives none until that has run out', () => {
    const world = bench(narrow(), 0)
    act(world, off('l-two'))
    later(world, 10)
    act(world, off('l-ap'), on('l-two'))
    later(world, 60)
    expect([ip(world, 'ap-two'), why(world, 'ap-two')]).toEqual([
      null,
      expect.stringContaining('no address left to give'),
    ])
    later(world, 12 * HOUR)
    act(world, { kind: 'reboot', deviceId: 'ap-two' })
    later(world, 10)
    expect(ip(world, 'ap-two')).toBe('172.27.12.100')
  })

  test('section 2.2: an address that answers a probe is not given: the laptop has it', () => {
    const world = bench(withPort(twoAps(), 'switch', 6, { nativeVlan: 12 }), 0)
    plug(world, 'switch', 6, '172.27.12.100')
    later(world, 10)
    expect([ip(world, 'ap-shop'), ip(world, 'ap-two')]).not.toContain('172.27.12.100')
  })

  test('section 4.4.5: no two clients have one address, whoever comes and goes', () => {
    const world = bench(twoAps(), 10)
    for (let round = 0; round < 12; round++) {
      act(world, round % 3 === 0 ? off('l-ap') : { kind: 'reboot', deviceId: 'ap-two' })
      later(world, 7)
      if (round % 3 === 0) act(world, on('l-ap'))
      later(world, 7)
      expect(ip(world, 'ap-two')).not.toBeNull()
      const held = ['ap-shop', 'ap-two'].flatMap((id) => ip(world, id) ?? [])
      expect(new Set(held).size).toBe(held.length)
    }
  })

  test('section 3.1 point 3: of two servers either may be the first', () => {
    const site = withDevice(yard(), 'controller', {
      strayServer: {
        start: '172.27.12.220',
        end: '172.27.12.230',
        gateway: '172.27.12.1',
        nameServers: ['172.27.12.1'],
      },
    })
    const given = new Set<string | null>()
    for (let seed = 1; seed <= 24; seed++) {
      const world = newWorld(site, 1, seed, 'prepared')
      for (const { id, powerSource } of site.devices)
        if (powerSource !== 'poe') perform(world, { kind: 'powerOn', deviceId: id })
      later(world, 10)
      // It boots sooner than the second server does: with both up, it asks again.
      act(world, off('l-ap'), on('l-ap'))
      later(world, 10)
      given.add(ip(world, 'ap-shop'))
    }
    expect([...given].sort()).toEqual(['172.27.12.100', '172.27.12.220'])
  })

  test('section 3.1 point 3: the same luck gives the same address', () => {
    const once = () => ip(bench(twoAps(), 10), 'ap-two')
    expect(once()).toBe(once())
  })
})

describe('the laptop’s own address', () => {
  const atGear = () => bench(withPort(yard(), 'switch', 6, { nativeVlan: 12 }), 10)
  const opens = (own: string, prefixLength = 24) => {
    const world = atGear()
    plug(world, 'switch', 6, own, prefixLength)
    return pageOf(world, 'switch')
  }

  test('an address of its own in the subnet opens the page', () =>
    expect(opens('172.27.12.250')).toMatchObject({ ok: true, shows: 'switch' }))

  test.each([
    ['the device’s own (RFC 5227 section 1.1)', '172.27.12.2', /Chandlery switch has too/],
    ['the gateway’s (RFC 5227 section 1.1)', '172.27.12.1', /has too/],
    ['another device’s (RFC 5227 section 1.1)', '172.27.12.3', /Yard controller has too/],
    ['the broadcast address (RFC 1122 section 3.2.1.3)', '172.27.12.255', /broadcast address/],
    ['the network’s own (RFC 1122 section 3.2.1.3)', '172.27.12.0', /address of the whole network/],
    ['a loopback address (RFC 1122 section 3.2.1.3)', '127.0.0.5', /which no host can have/],
    ['a multicast address (RFC 1112 section 4)', '224.0.0.9', /which no host can have/],
    ['limited broadcast (RFC 919 section 7)', '255.255.255.255', /which no host can have/],
    ['of this network (RFC 1122 section 3.2.1.3)', '0.0.0.7', /which no host can have/],
  ])('%s opens nothing', (_what, own, words) =>
    expect(opens(own)).toEqual({ ok: false, why: expect.stringMatching(words) }),
  )

  test('with a longer mask than the device has, its broadcast address is still none of a host', () =>
    expect(opens('172.27.12.255', 16)).toEqual({
      ok: false,
      why: expect.stringMatching(/broadcast address of its network as Chandlery switch sees it/),
    }))

  test('on a line of two both addresses are usable, the last one too (RFC 3021)', () => {
    const two = withManagement(yard(), 'switch', { ip: '172.27.12.254', prefixLength: 31 })
    const world = bench(withPort(two, 'switch', 6, { nativeVlan: 12 }), 10)
    plug(world, 'switch', 6, '172.27.12.255', 31)
    expect(pageOf(world, 'switch')).toMatchObject({ ok: true, shows: 'switch' })
  })

  test('what its holder has no power for is free', () => {
    const world = atGear()
    act(world, off('l-ctl'))
    plug(world, 'switch', 6, '172.27.12.3')
    expect(pageOf(world, 'switch')).toMatchObject({ ok: true })
  })
})
