import { bench, label, later, phase, plug, typed, why } from '~/tests/kit/bench'
import { longMole, yard } from '~/tests/kit/yard'
import type { DeviceType } from '../../plan'
import type { Action } from '../adoption'
import { pageOf } from '../people/page'
import type { World } from '../types'
import { advance, perform } from './play'

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

test('what is hosted comes out of no carton, and what is not set up takes no tunnel', () => {
  const world = bench(longMole(), 6, 'carton')
  expect(phase(world, 'hosted')).toBe('running')
  expect(why(world, 'ap-home')).toBe('Office controller is not up yet.')
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
      'both ends in one socket',
      { kind: 'patch', linkId: 'x', a: { deviceId: 'switch', port: 6 }, b: { deviceId: 'switch', port: 6 } },
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
