import type { Site } from '~/core/plan'
import { pageOf, perform } from '~/core/world'
import type { Action, World } from '~/core/world'
import { bench, label, later, phase, plug, running, typed, why } from '~/tests/kit/bench'
import { longMole, withDevice, withPart, withPort, yard } from '~/tests/kit/yard'

/**
 * What gear does on a bench, each script with what a published standard says of it. The standards are named from memory; "common practice"
 * is a fact of the trade without one.
 */

const act = (world: World, ...actions: Action[]) => {
  for (const action of actions) expect([action.kind, perform(world, action)]).toEqual([action.kind, null])
}
const off = (linkId: string): Action => ({ kind: 'pullCable', linkId })
const on = (linkId: string): Action => ({ kind: 'plugCable', linkId })
const adopt = (deviceId: string): Action => ({ kind: 'adopt', deviceId })

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
