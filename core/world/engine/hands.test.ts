import { newAir, NEW_REMOTE } from '../../plan'
import type { DeviceType, Site } from '../../plan'
import { demoYard, withDevice, withPart, withPort, yard } from '~/tests/kit/yard'
import { PLAIN_WORD } from '../adoption'
import type { Action, Phase } from '../adoption'
import { pageOf } from '../people/page'
import type { Start, World } from '../types'
import { advance, newWorld, perform } from './play'

const MIN_US = 60 * 1_000_000

const typed = (site: Site, kind: string, part: Partial<DeviceType>): Site => ({
  ...site,
  deviceTypes: site.deviceTypes.map((type) => (type.kind === kind ? { ...type, ...part } : type)),
})
const label = (ip: string, more: Partial<DeviceType['factory']> = {}) => ({
  factory: {
    addressing: 'fixed' as const,
    ip,
    prefixLength: 24,
    servesAddresses: false,
    login: 'admin / admin',
    ssid: '',
    poeOn: false,
    firmware: null,
    ...more,
  },
})

/** A bench with mains on, after so many minutes. */
function bench(site: Site, minutes: number, start: Start = 'prepared'): World {
  const world = newWorld(site, 1, 1, start)
  for (const { id, powerSource } of site.devices)
    if (powerSource !== 'poe') perform(world, { kind: 'powerOn', deviceId: id })
  advance(world, minutes * MIN_US)
  return world
}
const later = (world: World, minutes: number) => advance(world, world.nowUs + minutes * MIN_US)
const phase = (world: World, id: string) => world.gear.get(id)?.phase
const why = (world: World, id: string) => world.gear.get(id)?.waitsFor
const plug = (world: World, deviceId: string, port: number, ip: string | null = null, prefixLength = 24) =>
  perform(world, {
    kind: 'laptop',
    at: { deviceId, port },
    addressing: ip ? 'fixed' : 'dhcp',
    ip,
    prefixLength,
    gateway: null,
  })

describe('from the carton', () => {
  const cartons = () =>
    typed(
      typed(yard(), 'switch', label('192.168.0.200')),
      'gateway',
      label('192.168.1.1', { servesAddresses: true }),
    )

  test('gear runs its factory settings and waits for somebody; PoE is off, so what lives on it is dark', () => {
    const world = bench(cartons(), 5, 'carton')
    expect([phase(world, 'gateway'), phase(world, 'switch'), phase(world, 'ap-shop')]).toEqual([
      'factory',
      'factory',
      'dark',
    ])
    expect(why(world, 'ap-shop')).toBe('PoE is off on Chandlery switch port 3.')
  })

  test('the page opens only with the laptop in the device’s subnet', () => {
    const world = bench(cartons(), 5, 'carton')
    expect(pageOf(world, 'switch')).toEqual({ ok: false, why: 'The laptop is plugged in nowhere.' })
    plug(world, 'switch', 6)
    // The gateway's own address server answers: the laptop is in its subnet, and not in the switch's.
    expect(pageOf(world, 'gateway')).toMatchObject({ ok: true, shows: 'gateway', login: 'admin / admin' })
    expect(pageOf(world, 'switch')).toMatchObject({
      ok: false,
      why: expect.stringContaining('another subnet'),
    })
    plug(world, 'switch', 6, '192.168.0.10')
    expect(pageOf(world, 'switch')).toMatchObject({ ok: true, address: '192.168.0.200' })
  })

  test('set up by hand in a safe order, everything runs as planned', () => {
    const world = bench(cartons(), 5, 'carton')
    plug(world, 'switch', 6, '192.168.0.10')
    expect(perform(world, { kind: 'setUp', deviceId: 'switch' })).toBeNull()
    expect(phase(world, 'switch')).toBe('running')
    expect(perform(world, { kind: 'setUp', deviceId: 'gateway' })).toMatch(/Its page does not open/)
    perform(world, { kind: 'pullCable', linkId: 'l-trunk' })
    plug(world, 'gateway', 2, '192.168.1.20')
    expect(perform(world, { kind: 'setUp', deviceId: 'gateway' })).toBeNull()
    plug(world, 'gateway', 3)
    perform(world, { kind: 'plugCable', linkId: 'l-trunk' })
    later(world, 10)
    expect(phase(world, 'ap-shop')).toBe('discovering')
    expect(phase(world, 'controller')).toBe('factory')
  })

  test('two devices on one address: the page of the wrong one opens, and nothing is typed into it', () => {
    const twins = typed(cartons(), 'switch', label('192.168.1.1'))
    const world = bench(twins, 5, 'carton')
    plug(world, 'switch', 6, '192.168.1.20')
    expect(pageOf(world, 'switch')).toMatchObject({
      ok: true,
      shows: 'gateway',
      says: expect.stringContaining('Two devices'),
    })
    expect(perform(world, { kind: 'setUp', deviceId: 'switch' })).toContain(
      'Two devices answer at 192.168.1.1',
    )
    expect(phase(world, 'switch')).toBe('factory')
    perform(world, { kind: 'cutPower', deviceId: 'gateway' })
    expect(pageOf(world, 'switch')).toMatchObject({ ok: true, shows: 'switch' })
  })
})

describe('typed, saved, in force', () => {
  const atSwitch = (applies: DeviceType['applies']) => {
    const world = bench(typed(yard(), 'switch', { ...label('192.168.0.200'), applies }), 5, 'carton')
    plug(world, 'switch', 6, '192.168.0.10')
    return world
  }
  const act = (world: World, action: Action) =>
    expect([action.kind, perform(world, action)]).toEqual([action.kind, null])

  test('together: typed is nothing, saved comes up at the next start, applied is in force at once', () => {
    const world = atSwitch('together')
    expect(perform(world, { kind: 'save', deviceId: 'switch' })).toMatch(/Nothing is typed/)
    act(world, { kind: 'type', deviceId: 'switch', what: 'all' })
    expect(world.gear.get('switch')?.running.device.management.ip).toBe('192.168.0.200')
    act(world, { kind: 'save', deviceId: 'switch' })
    expect(world.gear.get('switch')?.running.device.management.ip).toBe('192.168.0.200')
    act(world, { kind: 'cutPower', deviceId: 'switch' })
    act(world, { kind: 'powerOn', deviceId: 'switch' })
    later(world, 3)
    expect(world.gear.get('switch')).toMatchObject({ phase: 'running', isFactory: false })
    expect(world.gear.get('switch')?.running.device.management.ip).toBe('172.27.12.2')
  })

  test('applied and not saved is gone with the power', () => {
    const world = atSwitch('together')
    act(world, { kind: 'type', deviceId: 'switch', what: 'all' })
    act(world, { kind: 'apply', deviceId: 'switch' })
    expect(phase(world, 'switch')).toBe('running')
    act(world, { kind: 'cutPower', deviceId: 'switch' })
    act(world, { kind: 'powerOn', deviceId: 'switch' })
    later(world, 3)
    expect(phase(world, 'switch')).toBe('factory')
  })

  test('by restart: after saving it is away for a while', () => {
    const world = atSwitch('reboot')
    act(world, { kind: 'setUp', deviceId: 'switch' })
    expect(phase(world, 'switch')).toBe('booting')
    later(world, 3)
    expect(phase(world, 'switch')).toBe('running')
  })

  test('at once: its own address first, and the laptop is locked out before the rest is typed', () => {
    const world = atSwitch('atOnce')
    act(world, { kind: 'setUp', deviceId: 'switch' })
    expect(why(world, 'switch')).toContain('Its address took effect at once, and the page was lost')
    expect(pageOf(world, 'switch')).toMatchObject({ ok: false })
    plug(world, 'switch', 6, '172.27.12.50')
    expect(pageOf(world, 'switch')).toMatchObject({ ok: true })
    act(world, { kind: 'setUp', deviceId: 'switch' })
    expect(phase(world, 'switch')).toBe('running')
  })
})

/** The shop's access point, adopted and running. */
function running(site = yard()): World {
  const world = bench(site, 10)
  expect(perform(world, { kind: 'adopt', deviceId: 'ap-shop' })).toBeNull()
  later(world, 10)
  expect(phase(world, 'ap-shop')).toBe('running')
  return world
}

describe('finding the controller', () => {
  const tried = (world: World) => world.gear.get('ap-shop')?.attempts.map(({ way, ok }) => [way, ok])

  test('the ways are tried in the published order', () => {
    const named = withPart(yard(), 'controller', 'controller', { dnsName: 'wlc.yard.example' })
    const site = {
      ...withPart(named, 'ap-shop', 'adoption', { pointer: '172.27.12.77' }),
      networks: named.networks.map((one) =>
        one.id === 'gear'
          ? { ...one, announcedControllerId: 'controller', announcedBy: 'both' as const }
          : one,
      ),
    }
    expect(tried(bench(site, 10))).toEqual([
      ['pointer', false],
      ['option138', true],
      ['option43', true],
      ['name', true],
      ['broadcast', true],
    ])
  })

  test('one that was adopted remembers its controller first of all', () => {
    const world = running()
    perform(world, { kind: 'reboot', deviceId: 'ap-shop' })
    later(world, 3.5)
    expect(tried(world)?.[0]).toEqual(['remembered', true])
    later(world, 5)
    expect(phase(world, 'ap-shop')).toBe('running')
  })

  test('the staging trap: it is found, adopted, and sent to an address that it does not reach', () => {
    const world = bench(withPart(yard(), 'controller', 'controller', { publicIp: '203.0.113.9' }), 10)
    expect(phase(world, 'ap-shop')).toBe('waiting')
    perform(world, { kind: 'adopt', deviceId: 'ap-shop' })
    later(world, 1)
    expect(world.gear.get('ap-shop')).toMatchObject({
      phase: 'refused',
      waitsFor: expect.stringContaining('public address 203.0.113.9'),
    })
  })

  test('with a staging interface it joins', () => {
    const site = withPart(yard(), 'controller', 'controller', {
      publicIp: '203.0.113.9',
      stagingNetworkId: 'gear',
      interfaces: 3,
    })
    running(site)
  })

  test('no time server: tunnels that are encrypted fail, and come up when the clock is right', () => {
    const part = { encryptsTunnels: true, encryptionLicence: true, timeServer: null }
    const world = bench(withPart(yard(), 'controller', 'controller', part), 10)
    perform(world, { kind: 'adopt', deviceId: 'ap-shop' })
    later(world, 1)
    expect(why(world, 'ap-shop')).toContain('No certificate is valid yet')
    running(withPart(yard(), 'controller', 'controller', { ...part, timeServer: '172.27.12.1' }))
  })

  test('a range searched from the controller finds new gear, and gear in use only with its own login', () => {
    const world = running()
    const search = (mode: 'staging' | 'inUse', login: 'factory' | 'own') =>
      perform(world, {
        kind: 'search',
        controllerId: 'controller',
        from: '172.27.12.90',
        to: '172.27.12.110',
        mode,
        login,
      })
    search('staging', 'factory')
    expect(world.events.at(-1)?.text).toContain('0 found')
    search('inUse', 'factory')
    expect(world.gear.get('ap-shop')?.foundBy).toEqual([])
    search('inUse', 'own')
    expect(world.gear.get('ap-shop')?.foundBy).toEqual(['controller'])
    expect(
      perform(world, {
        kind: 'search',
        controllerId: 'controller',
        from: '172.27.12.9',
        to: '172.27.12.1',
        mode: 'staging',
        login: 'own',
      }),
    ).toMatch(/not a range/)
  })
})

describe('across the internet', () => {
  const away = (): Site => {
    const site = withDevice(yard(), 'ap-shop', {
      remote: { ...NEW_REMOTE, latencyMs: 40 },
      adoption: { controllerId: 'controller', pointer: '203.0.113.9' },
      powerSource: 'supply',
    })
    return {
      ...withPart(site, 'controller', 'controller', { publicIp: '203.0.113.9' }),
      links: site.links.filter(({ id }) => id !== 'l-ap'),
      forwards: [5246, 5247].map((port) => ({
        id: `f${port}`,
        routerId: 'gateway',
        protocol: 'udp',
        port,
        toDeviceId: 'controller',
      })),
    }
  }

  test('with both ports forwarded its tunnel stands; its page is locked', () => {
    const world = running(away())
    plug(world, 'switch', 6)
    expect(pageOf(world, 'ap-shop')).toMatchObject({
      ok: false,
      why: 'The local page of Chandlery AP is locked.',
    })
  })

  test('without the second it seeks for ever, and says what is missing', () => {
    const world = bench({ ...away(), forwards: away().forwards.slice(0, 1) }, 15)
    expect(phase(world, 'ap-shop')).toBe('discovering')
    expect(why(world, 'ap-shop')).toContain('does not forward UDP 5247')
  })

  test('the feed pulled: silent, then adrift', () => {
    const world = running(away())
    perform(world, { kind: 'pullCable', linkId: 'l-feed' })
    expect(phase(world, 'ap-shop')).toBe('silent')
    later(world, 3)
    expect(phase(world, 'ap-shop')).toBe('adrift')
  })
})

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

describe('loss', () => {
  test('power cut in every phase of its way: it comes back, and only what was being set up is half done', () => {
    const seen = new Set<Phase>()
    for (let second = 0; second < 900; second += 13) {
      const world = bench(yard(), 0)
      const adoptAt = 400
      for (const at of [...new Set([adoptAt, second])].sort((a, b) => a - b)) {
        advance(world, Math.max(world.nowUs, at * 1_000_000))
        if (at === adoptAt) perform(world, { kind: 'adopt', deviceId: 'ap-shop' })
        if (at !== second) continue
        const cut = phase(world, 'ap-shop')!
        seen.add(cut)
        perform(world, { kind: 'pullCable', linkId: 'l-ap' })
        expect(phase(world, 'ap-shop')).toBe('dark')
        perform(world, { kind: 'plugCable', linkId: 'l-ap' })
        later(world, 3)
        const delicate = ['imaging', 'configuring', 'checking'].includes(cut)
        expect([cut, phase(world, 'ap-shop') === 'halfDone']).toEqual([cut, delicate])
      }
    }
    expect([...seen].map((one) => PLAIN_WORD[one])).toEqual(
      expect.arrayContaining(['dark', 'booting', 'waiting for adoption', 'configuring', 'running']),
    )
  })

  test('licences that run out refuse the next join and leave who is in', () => {
    const world = running(withPart(yard(), 'controller', 'controller', { licences: 1 }))
    perform(world, { kind: 'licences', controllerId: 'controller', ended: true })
    expect(phase(world, 'ap-shop')).toBe('running')
    perform(world, { kind: 'reboot', deviceId: 'ap-shop' })
    later(world, 6)
    const free = yard().deviceTypes.find(({ kind }) => kind === 'controller')?.managesFree ?? 0
    expect(free).toBe(0)
    expect(world.gear.get('ap-shop')).toMatchObject({
      phase: 'refused',
      waitsFor: 'Yard controller has no licence left for it.',
    })
    perform(world, { kind: 'licences', controllerId: 'controller', ended: false })
    later(world, 6)
    expect(phase(world, 'ap-shop')).toBe('running')
  })

  test('an image made for another type: a reset does not help, the right one does', () => {
    const world = running()
    plug(world, 'switch', 6)
    perform(world, {
      kind: 'laptop',
      at: { deviceId: 'switch', port: 6 },
      addressing: 'fixed',
      ip: '172.27.12.250',
      prefixLength: 24,
      gateway: null,
    })
    const toGear = withPort(yard(), 'switch', 6, { nativeVlan: 12 })
    perform(world, { kind: 'replan', site: toGear, revision: 2 })
    expect(
      perform(world, { kind: 'firmware', deviceId: 'ap-shop', version: '9.0', forTypeId: 't-switch8' }),
    ).toBeNull()
    later(world, 3)
    expect(world.gear.get('ap-shop')).toMatchObject({ phase: 'halfDone', firmware: '6.2.0' })
    perform(world, { kind: 'reset', deviceId: 'ap-shop' })
    later(world, 3)
    expect(why(world, 'ap-shop')).toContain('made for another type')
    expect(
      perform(world, { kind: 'firmware', deviceId: 'ap-shop', version: '6.3', forTypeId: 't-ap2' }),
    ).toBeNull()
    later(world, 5)
    expect(world.gear.get('ap-shop')).toMatchObject({ wrongImage: false, firmware: '6.3' })
  })

  test('the address server down: nothing happens for hours, then the lease has run out', () => {
    const world = running()
    const before = world.gear.get('ap-shop')?.ip
    perform(world, { kind: 'cutPower', deviceId: 'gateway' })
    later(world, 5 * 60)
    expect(world.gear.get('ap-shop')).toMatchObject({ phase: 'running', ip: before })
    later(world, 12 * 60)
    expect(world.gear.get('ap-shop')).toMatchObject({ phase: 'addressing', ip: null })
    expect(world.events.some(({ text }) => text === 'Its lease has run out.')).toBe(true)
    perform(world, { kind: 'powerOn', deviceId: 'gateway' })
    later(world, 10)
    expect(world.gear.get('ap-shop')).toMatchObject({ phase: 'running', ip: before })
  })

  test('a lease that is renewed in time lasts', () => {
    const world = running()
    later(world, 40 * 60)
    expect(phase(world, 'ap-shop')).toBe('running')
  })
})

describe('bad input', () => {
  test.each<[string, Action, RegExp]>([
    ['a device that is gone', { kind: 'powerOn', deviceId: 'nobody' }, /no such device/],
    ['a cable that is gone', { kind: 'pullCable', linkId: 'nobody' }, /no such cable/],
    [
      'a taken port',
      { kind: 'patch', linkId: 'x', a: { deviceId: 'switch', port: 1 }, b: { deviceId: 'gateway', port: 4 } },
      /has a cable already/,
    ],
    [
      'a port that is not there',
      {
        kind: 'patch',
        linkId: 'x',
        a: { deviceId: 'switch', port: 99 },
        b: { deviceId: 'gateway', port: 4 },
      },
      /no port 99/,
    ],
    [
      'both ends in one device',
      { kind: 'patch', linkId: 'x', a: { deviceId: 'switch', port: 6 }, b: { deviceId: 'switch', port: 7 } },
      /needs two/,
    ],
    [
      'the laptop in a taken port',
      {
        kind: 'laptop',
        at: { deviceId: 'switch', port: 1 },
        addressing: 'dhcp',
        ip: null,
        prefixLength: 24,
        gateway: null,
      },
      /has a cable already/,
    ],
    [
      'a page with no way to it',
      { kind: 'open', deviceId: 'switch' },
      /Its page does not open. The laptop is plugged in nowhere/,
    ],
    ['adopting one that does not wait', { kind: 'adopt', deviceId: 'ap-shop' }, /not waiting for adoption/],
    [
      'a search from what is no controller',
      {
        kind: 'search',
        controllerId: 'switch',
        from: '10.0.0.1',
        to: '10.0.0.9',
        mode: 'staging',
        login: 'own',
      },
      /no controller/,
    ],
  ])('%s', (_name, action, words) => {
    const world = bench(yard(), 3)
    const before = world.version
    expect(perform(world, action)).toMatch(words)
    expect(world.version).toBe(before)
  })

  test('the past is an error', () => expect(() => advance(bench(yard(), 3), 0)).toThrow('is before'))
})
