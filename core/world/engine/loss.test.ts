import { bench, later, phase, plug, running, why } from '~/tests/kit/bench'
import { withPart, withPort, yard } from '~/tests/kit/yard'
import { PLAIN_WORD } from '../adoption'
import type { Phase } from '../adoption'
import { advance, perform } from './play'

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
