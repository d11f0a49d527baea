import { boatyard } from '~/tests/kit/yard'
import type { Point } from '../../plan'
import { areaField } from './areaField'
import { heardAt, levelsAlong } from './heard'
import { middleOfCell } from './grid'
import { plannedRadios } from './plannedRadios'

const site = boatyard()
const radios = plannedRadios(site, '5')
const zM = site.ground.clientHeightM

test('the loudest radio and its ratio at a spot are those of the kernel’s field', () => {
  const area = site.areas.find(({ id }) => id === 'a-shop')!
  const field = areaField(site, area, 2)!
  const cells = field.served.best.length
  for (const cell of [0, Math.floor(cells / 2), cells - 1]) {
    const [best, second] = heardAt(
      site,
      field.radios,
      middleOfCell(field.grid, cell % field.grid.columns, Math.floor(cell / field.grid.columns)),
      field.grid.zM,
    )
    expect(best!.radio.key).toBe(field.radios[field.served.best[cell]!]!.key)
    expect(best!.dbm).toBeCloseTo(field.served.signal[cell]!, 1)
    expect(second!.dbm).toBeCloseTo(field.served.second[cell]!, 1)
    expect(best!.ratioDb).toBeCloseTo(field.ratioDb[cell]!, 1)
  }
})

test('without radios nothing is heard', () => expect(heardAt(site, [], [10, 10], zM)).toEqual([]))

describe('along a line', () => {
  const shop = site.devices.find(({ id }) => id === 'ap-shop')!.position!.at
  const line: [Point, Point] = [shop, [shop[0] + 30, shop[1] + 40]]

  test('steps are equal, both ends are in, and each level is the signal there', () => {
    const { farM, loudest } = levelsAlong(site, radios, line, zM, 10, 3)
    expect(farM).toHaveLength(11)
    expect(farM[0]).toBe(0)
    expect(farM[10]).toBeCloseTo(50, 9)
    expect(farM[3]).toBeCloseTo(15, 9)
    for (const { radio, dbm } of loudest) {
      const [there] = heardAt(site, [radio], [shop[0] + 9, shop[1] + 12], zM)
      expect(dbm[3]).toBeCloseTo(there!.dbm, 9)
    }
  })

  test('those are kept that are loudest anywhere, the loudest first', () => {
    const { loudest } = levelsAlong(site, radios, line, zM, 20, 3)
    expect(loudest[0]!.radio.device.id).toBe('ap-shop')
    const peaks = loudest.map(({ dbm }) => Math.max(...dbm))
    expect(peaks).toEqual([...peaks].sort((a, b) => b - a))
    const all = levelsAlong(site, radios, line, zM, 20, radios.length).loudest
    expect(all).toHaveLength(radios.length)
    expect(all.slice(0, 3).map(({ radio }) => radio.key)).toEqual(loudest.map(({ radio }) => radio.key))
  })

  test('two access points of one name stay two', () => {
    const twins = radios.map((radio) => ({ ...radio, device: { ...radio.device, name: 'Access point' } }))
    const { loudest } = levelsAlong(site, twins, line, zM, 4, 3)
    expect(new Set(loudest.map(({ radio }) => radio.key)).size).toBe(3)
  })
})
