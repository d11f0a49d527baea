import { boatyard, withDevice } from '~/tests/kit/yard'
import { plannedRadios } from '../coverage'
import { applyEdits } from '../../plan'
import type { Radio, Site } from '../../plan'
import { hearing } from './hearing'
import { clashOf, optionsOf } from './plan'
import { lowerPowers } from './powers'
import { levelLayers, proposeChannels } from './propose'

const WISHES = { useRadar: true, lowerPower: false }
const retuned = (site: Site, id: string, band: Radio['band'], part: Partial<Radio>): Site =>
  withDevice(site, id, {
    radios: site.devices
      .find((device) => device.id === id)!
      .radios.map((radio) => (radio.band === band ? { ...radio, ...part } : radio)),
  })

describe('who disturbs whom', () => {
  const site = boatyard()
  const radios = plannedRadios(site, '5')
  const { loadMbps, edges } = hearing(site, radios, levelLayers(site, '5'))
  const at = (id: string) => radios.findIndex(({ device }) => device.id === id)

  test('the load of the areas is shared out whole over the radios that serve them', () => {
    // Areas of 5 GHz: shop 6·20 + 3·2, office 10·40, workshop 14·10, paint 3·5, café 40·5 + 12·5.
    expect(loadMbps.reduce((sum, load) => sum + load, 0)).toBeCloseTo(126 + 400 + 140 + 15 + 260, 6)
    expect(loadMbps[at('ap-office')]).toBeCloseTo(400, 0)
  })
  test('neighbours in the steel workshop hear each other; the workshop and the café do not', () => {
    const pair = (a: string, b: string) =>
      edges.find(({ i, j }) => (i === at(a) && j === at(b)) || (i === at(b) && j === at(a)))?.weight ?? 0
    expect(pair('ap-work-1', 'ap-work-2')).toBeGreaterThan(50)
    expect(pair('ap-work-2', 'ap-cafe')).toBeLessThan(pair('ap-work-1', 'ap-work-2') / 20)
  })
})

describe('options', () => {
  const site = boatyard()
  const shop = plannedRadios(site, '5').find(({ device }) => device.id === 'ap-shop')!
  const shop24 = plannedRadios(site, '2.4').find(({ device }) => device.id === 'ap-shop')!

  test('2.4 GHz by its method, at 20 MHz, and only what the country has', () => {
    expect(optionsOf(site, shop24, 500, WISHES).map(({ channel }) => channel)).toEqual([1, 6, 11])
    const other = { ...site, ground: { ...site.ground, channelPlan24: '1-5-9-13' as const } }
    expect(optionsOf(other, shop24, 1, WISHES).map(({ channel }) => channel)).toEqual([1, 5, 9, 13])
    expect(optionsOf({ ...other, country: 'US' }, shop24, 1, WISHES).map(({ channel }) => channel)).toEqual([
      1, 5, 9,
    ])
  })
  test('5 GHz by the need: the narrowest width that carries the load, no wider than the device', () => {
    const width = (load: number) => optionsOf(site, shop, load, WISHES)[0]?.widthMhz
    expect(width(1)).toBe(20)
    expect(width(90)).toBe(40)
    expect(width(5000)).toBe(80)
  })
  test('blocks lie wholly in the table; radar channels are marked, and left out when they are not wanted', () => {
    const wide = optionsOf(site, shop, 5000, WISHES)
    expect(wide.map(({ channel }) => channel)).toEqual([36, 52, 100, 116])
    expect(wide.map(({ radar }) => radar)).toEqual([false, true, true, true])
    expect(optionsOf(site, shop, 5000, { useRadar: false }).map(({ channel }) => channel)).toEqual([36])
  })
  test('two blocks clash by the share of the narrower one', () => {
    const option = (channel: number, widthMhz: number) => ({ channel, widthMhz, radar: false })
    expect(clashOf('5', option(36, 80), option(44, 20))).toBe(1)
    expect(clashOf('5', option(36, 40), option(44, 40))).toBe(0)
    expect(clashOf('2.4', option(1, 20), option(5, 20))).toBe(0)
    expect(clashOf('2.4', option(1, 20), option(3, 20))).toBe(0.5)
  })
})

describe('the proposal', () => {
  test('is never worse than what is there, keeps locked radios, and says before and after', () => {
    const site = retuned(boatyard(), 'ap-shop', '5', { locked: true, channel: 100, widthMhz: 40 })
    const { plans, changes, edits } = proposeChannels(site, WISHES, null, 1)
    for (const { before, after, bound } of plans) {
      expect(after).toBeLessThanOrEqual(before + 1e-9)
      expect(bound).toBeLessThanOrEqual(after + 1e-9)
    }
    const shop = changes.find(({ key }) => key === 'ap-shop/5')
    expect(shop).toMatchObject({ locked: true, from: { channel: 100 }, to: { channel: 100, widthMhz: 40 } })
    const after = applyEdits(site, edits)
    const radio = after.devices.find(({ id }) => id === 'ap-shop')?.radios.find(({ band }) => band === '5')
    expect(radio).toMatchObject({ channel: 100, widthMhz: 40, locked: true })
    expect(proposeChannels(after, WISHES, null, 1).plans[1]!.after).toBeLessThanOrEqual(
      plans[1]!.after + 1e-6,
    )
  })

  test('lower powers lose no ground', () => {
    const site = boatyard()
    const radios = plannedRadios(site, '5')
    const levels = levelLayers(site, '5')
    const powers = lowerPowers(site, radios, levels)
    const need = new Map(site.areas.map((area) => [area.id, area.leastSignalDbm]))
    expect(need.size).toBe(8)
    expect(powers.every((power, i) => power <= radios[i]!.powerDbm)).toBe(true)
    expect(powers.some((power, i) => power < radios[i]!.powerDbm - 2)).toBe(true)
    const lowered = radios.map((radio, i) => ({ ...radio, powerDbm: powers[i]! }))
    const met = (list: typeof radios) =>
      levels.map(({ layers }) =>
        layers[0]!.reduce((count, _, cell) => {
          const best = Math.max(...list.map((radio, i) => layers[i]![cell]! + radio.powerDbm))
          return best >= -50 ? count + 1 : count
        }, 0),
      )
    // Close by it gets fainter: that is the point of it.
    expect(met(lowered)[0]).toBeLessThan(met(radios)[0]!)
  })
})
