import type { Site } from '~/core/plan'
import { newWorld, pageOf, perform } from '~/core/world'
import type { Action, World } from '~/core/world'
import { bench, label, later, phase, plug, running, typed, why } from '~/tests/kit/bench'
import { longMole, withDevice, withManagement, withNetwork, withPart, withPort, yard } from '~/tests/kit/yard'

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
const adopt = (deviceId: string): Action => ({ kind: 'adopt', deviceId })

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
    ['a loopback address (RFC 1122 section 3.2.1.3)', '127.0.0.5', /no address of a host/],
    ['a multicast address (RFC 1112 section 4)', '224.0.0.9', /no address of a host/],
    ['limited broadcast (RFC 919 section 7)', '255.255.255.255', /no address of a host/],
    ['of this network (RFC 1122 section 3.2.1.3)', '0.0.0.7', /no address of a host/],
  ])('%s opens nothing', (_what, own, words) =>
    expect(opens(own)).toEqual({ ok: false, why: expect.stringMatching(words) }),
  )

  test('with a longer mask than the device has, its broadcast address is still none of a host', () =>
    expect(opens('172.27.12.255', 16)).toEqual({
      ok: false,
      why: expect.stringMatching(/broadcast address of its network as Chandlery switch sees it/),
    }))

  test('on a line of two both addresses are usable (RFC 3021)', () => {
    const two = withManagement(yard(), 'switch', { ip: '172.27.12.2', prefixLength: 31 })
    const world = bench(withPort(two, 'switch', 6, { nativeVlan: 12 }), 10)
    plug(world, 'switch', 6, '172.27.12.3', 31)
    act(world, { kind: 'cutPower', deviceId: 'switch' })
    act(world, { kind: 'powerOn', deviceId: 'switch' })
    later(world, 0.2)
    expect(pageOf(world, 'switch')).toMatchObject({ ok: false })
  })

  test('what its holder has no power for is free', () => {
    const world = atGear()
    act(world, off('l-ctl'))
    plug(world, 'switch', 6, '172.27.12.3')
    expect(pageOf(world, 'switch')).toMatchObject({ ok: true })
  })
})

describe('an image being written', () => {
  const atGear = () => {
    const world = running(withPort(yard(), 'switch', 6, { nativeVlan: 12 }))
    plug(world, 'switch', 6, '172.27.12.250')
    return world
  }
  const load: Action = { kind: 'firmware', deviceId: 'ap-shop', version: '6.9', forTypeId: null }

  test('power stays: it comes up with the new one', () => {
    const world = atGear()
    act(world, load)
    later(world, 8)
    expect(world.gear.get('ap-shop')).toMatchObject({ firmware: '6.9', halfWritten: false })
  })

  test('power is cut: it needs recovery, and neither power nor a reset helps (common practice)', () => {
    const world = atGear()
    act(world, load, off('l-ap'), on('l-ap'))
    later(world, 5)
    expect([phase(world, 'ap-shop'), why(world, 'ap-shop')]).toEqual([
      'halfDone',
      expect.stringContaining('needs recovery'),
    ])
    act(world, { kind: 'reset', deviceId: 'ap-shop' })
    later(world, 5)
    expect(why(world, 'ap-shop')).toContain('needs recovery')
    act(world, { kind: 'reboot', deviceId: 'ap-shop' })
    later(world, 5)
    expect(why(world, 'ap-shop')).toContain('needs recovery')
  })

  test('loading the whole image brings it back', () => {
    const world = atGear()
    act(world, load, off('l-ap'), on('l-ap'))
    later(world, 5)
    act(world, load)
    later(world, 5)
    expect(world.gear.get('ap-shop')).toMatchObject({ firmware: '6.9', halfWritten: false })
    expect(phase(world, 'ap-shop')).not.toBe('halfDone')
  })

  test('a plain restart writes nothing: power may be cut', () => {
    const world = atGear()
    act(world, { kind: 'reboot', deviceId: 'ap-shop' }, off('l-ap'), on('l-ap'))
    later(world, 10)
    expect(phase(world, 'ap-shop')).toBe('running')
  })

  test('a controller’s image, cut off in the middle, needs recovery, too', () => {
    const old = withDevice(yard(), 'ap-shop', { firmware: '1.0' })
    const site = {
      ...old,
      deviceTypes: old.deviceTypes.map((type) => ({ ...type, minimumFirmware: null })),
    }
    const world = bench(site, 10)
    act(world, adopt('ap-shop'))
    for (let i = 0; i < 400 && phase(world, 'ap-shop') !== 'imaging'; i++) later(world, 0.02)
    expect(phase(world, 'ap-shop')).toBe('imaging')
    act(world, off('l-ap'), on('l-ap'))
    later(world, 5)
    expect(why(world, 'ap-shop')).toContain('needs recovery')
  })
})

describe('the way to the controller lost while it is set up (RFC 5415 section 2.3.1)', () => {
  const inPhase = (wanted: string) => {
    const world = bench(yard(), 10)
    act(world, adopt('ap-shop'))
    for (let i = 0; i < 4000 && phase(world, 'ap-shop') !== wanted; i++) later(world, 0.005)
    expect(phase(world, 'ap-shop')).toBe(wanted)
    return world
  }

  test.each(['securing', 'joining', 'configuring', 'checking'])(
    'while it is %s: back to discovery, and on when the way is back',
    (wanted) => {
      const world = inPhase(wanted)
      act(world, off('l-ctl'))
      expect(['addressing', 'discovering']).toContain(phase(world, 'ap-shop'))
      later(world, 5)
      expect(phase(world, 'ap-shop')).toBe('discovering')
      act(world, on('l-ctl'))
      later(world, 15)
      expect(phase(world, 'ap-shop')).toBe('running')
    },
  )

  test('power lost while it is configured leaves it half configured (common practice)', () => {
    const world = inPhase('configuring')
    act(world, off('l-ap'), on('l-ap'))
    later(world, 5)
    expect(phase(world, 'ap-shop')).toBe('halfDone')
  })
})

describe('a loop among switches from the factory (IEEE 802.1D: without a spanning tree frames go round for ever)', () => {
  const cartons = () => bench(typed(yard(), 'switch', label('192.168.0.200')), 5, 'carton')

  test('a patch cable from one port of a switch to another floods it', () => {
    const world = cartons()
    plug(world, 'switch', 6, '192.168.0.10')
    expect(pageOf(world, 'switch')).toMatchObject({ ok: true })
    act(world, {
      kind: 'patch',
      linkId: 'x',
      a: { deviceId: 'switch', port: 7 },
      b: { deviceId: 'switch', port: 8 },
    })
    expect(pageOf(world, 'switch')).toEqual({ ok: false, why: expect.stringMatching(/loop/i) })
    act(world, off('x'))
    expect(pageOf(world, 'switch')).toMatchObject({ ok: true })
  })

  test('two cables between two switches flood both', () => {
    const world = cartons()
    plug(world, 'switch', 6, '192.168.0.10')
    act(world, {
      kind: 'patch',
      linkId: 'x',
      a: { deviceId: 'switch', port: 7 },
      b: { deviceId: 'gateway', port: 4 },
    })
    expect(pageOf(world, 'switch')).toEqual({ ok: false, why: expect.stringMatching(/loop/i) })
  })
})

describe('no country, no radio (common practice; radio law is national)', () => {
  const nowhere = (site: Site): Site => ({ ...site, country: null })

  test('an access point is adopted and runs, and says why it is not on the air', () => {
    const world = running(nowhere(yard()))
    expect(why(world, 'ap-shop')).toContain('No country')
  })

  test('a mesh child finds no parent', () => {
    const world = bench(nowhere(longMole()), 6)
    for (let minute = 0; minute < 60; minute += 2) {
      later(world, 2)
      for (const { id, phase: now } of [...world.gear.values()])
        if (now === 'waiting') perform(world, adopt(id))
    }
    expect([phase(world, 'ap-chart'), phase(world, 'ap-loft')]).toEqual(['running', 'addressing'])
  })
})

describe('children wait for their parents', () => {
  const started = () => bench(longMole(), 12)

  test('a mesh child whose parent nobody has adopted waits, and says for whom', () => {
    const world = started()
    later(world, 20)
    expect([phase(world, 'ap-chart'), phase(world, 'ap-loft')]).toEqual(['waiting', 'addressing'])
    expect(why(world, 'ap-loft')).toContain('waits for its parent')
  })

  test('once its parent runs it comes by radio', () => {
    const world = started()
    act(world, adopt('ap-chart'))
    later(world, 15)
    expect(phase(world, 'ap-loft')).toBe('waiting')
    act(world, adopt('ap-loft'))
    later(world, 15)
    expect(phase(world, 'ap-loft')).toBe('byRadio')
  })

  test('its parent restarts: the child is without its way until the parent is back', () => {
    const world = started()
    act(world, adopt('ap-chart'))
    later(world, 15)
    act(world, adopt('ap-loft'))
    later(world, 15)
    act(world, { kind: 'reboot', deviceId: 'ap-chart' })
    expect(phase(world, 'ap-loft')).toBe('silent')
    later(world, 15)
    expect(phase(world, 'ap-loft')).toBe('byRadio')
  })
})

describe('what leads to a controller across a router that translates', () => {
  const home = (pointer: string, dnsName: string | null) =>
    withPart(withPart(longMole(), 'controller', 'controller', { dnsName }), 'ap-home', 'adoption', {
      pointer,
    })
  const joins = (site: Site) => {
    const world = bench(site, 10)
    perform(world, adopt('ap-home'))
    later(world, 10)
    return [phase(world, 'ap-home'), why(world, 'ap-home')]
  }

  test('its public address', () => expect(joins(home('203.0.113.2', null))[0]).toBe('running'))

  test('its name, whatever the case (RFC 1035 section 2.3.3)', () =>
    expect(joins(home('WiFi.longmole.example', 'wifi.longmole.example'))[0]).toBe('running'))

  test('a name that is not its own', () =>
    expect(joins(home('wifi.elsewhere.example', 'wifi.longmole.example'))[1]).toContain(
      'isn’t the name of Office controller',
    ))

  test('another address', () => expect(joins(home('203.0.113.77', null))[1]).toContain('asks 203.0.113.77'))
})
