import { bench, later, phase, plug, running, why } from '~/tests/kit/bench'
import { withDevice, withPart, yard } from '~/tests/kit/yard'
import { NEW_REMOTE } from '../../plan'
import type { Site } from '../../plan'
import { pageOf } from '../people/page'
import type { World } from '../types'
import { perform } from './play'

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
