import type { Antenna } from '../../plan'
import { antennaGainDbi, besselJ1, ceilingAntenna, gainTable, GAIN_COLUMNS, pseudoAngle } from './antennas'
import { tableLossDb } from './antennaTable'
import { exposureDistance } from './exposure'
import { allowanceOf, channelsOf, hasTable, regionOf } from './regions'
import { channelMhz, channelsWithin, leakDb, sharedMhz, spanOf } from './channels'
import { signalPercent } from './bands'

const antenna = (part: Partial<Antenna>): Antenna => ({ ...ceilingAntenna(10), ...part })

describe('patterns', () => {
  test('each has its gain on its axis, and half of it at half its beam width', () => {
    for (const kind of ['patch', 'dish', 'sector'] as const) {
      const one = antenna({ kind, horizontalBeamDeg: 40, verticalBeamDeg: 20 })
      expect(antennaGainDbi(one, 0, 0)).toBeCloseTo(10, 6)
      expect(antennaGainDbi(one, 20, 0)).toBeCloseTo(7, 1)
      expect(antennaGainDbi(one, -20, 0)).toBeCloseTo(7, 1)
    }
  })
  test('a dipole is even round the horizon and falls to half power at 39° (half-wave: 78° wide, Balanis, from memory)', () => {
    const dipole = antenna({ kind: 'dipole', gainDbi: 2.15 })
    expect(antennaGainDbi(dipole, 77, 0)).toBeCloseTo(2.15, 6)
    expect(antennaGainDbi(dipole, 0, 39)).toBeCloseTo(2.15 - 3, 1)
    expect(antennaGainDbi(dipole, 0, 90)).toBeCloseTo(2.15 - 30, 6)
  })
  test('a dish has its first zero at u = 3.8317 and its first side lobe 17.6 dB down (uniform circular aperture)', () => {
    expect(besselJ1(3.8317)).toBeCloseTo(0, 4)
    expect(besselJ1(1)).toBeCloseTo(0.44005, 5)
    expect(besselJ1(-1)).toBeCloseTo(-0.44005, 5)
    const dish = antenna({ kind: 'dish', gainDbi: 25, horizontalBeamDeg: 6 })
    const lobe = Math.max(...Array.from({ length: 60 }, (_, i) => antennaGainDbi(dish, 8 + i * 0.1, 0)))
    expect(25 - lobe).toBeCloseTo(17.6, 1)
  })
  test('the table for the kernel turns with the azimuth and dips with the tilt', () => {
    const patch = antenna({ kind: 'patch', horizontalBeamDeg: 60 })
    const level = 90 * (GAIN_COLUMNS + 1)
    const east = gainTable(patch, 90, 0)
    expect(east[level]).toBeCloseTo(10, 6)
    const north = gainTable(patch, 0, 0)
    expect(north[level + GAIN_COLUMNS / 4]).toBeCloseTo(10, 6)
    // 30° down: sine 0.5, row 135.
    expect(gainTable(patch, 90, 30)[135 * (GAIN_COLUMNS + 1)]).toBeCloseTo(10, 6)
    expect(east[level + GAIN_COLUMNS]).toBe(east[level])
  })
  test('pseudo-angles grow with the angle, once round from 0 to 4', () => {
    const all = Array.from({ length: 359 }, (_, deg) =>
      pseudoAngle(Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)),
    )
    expect([...all].sort((a, b) => a - b)).toEqual(all)
    expect([pseudoAngle(0, 1), pseudoAngle(-1, 0), pseudoAngle(0, -1)]).toEqual([1, 2, 3])
  })
  test('a table is read with straight lines between its points, round the circle', () => {
    const cut: [number, number][] = [
      [10, 0],
      [100, 9],
      [350, 4],
    ]
    expect(tableLossDb(cut, 55)).toBeCloseTo(4.5, 6)
    expect(tableLossDb(cut, 0)).toBeCloseTo(2, 6)
    expect(tableLossDb(cut, -10)).toBeCloseTo(4, 6)
    expect(tableLossDb([], 5)).toBe(0)
  })
})

test('how far to keep: 1 W EIRP falls to 10 W/m² at 8.9 cm, by S = EIRP ÷ 4πr²', () => {
  expect(exposureDistance(30, 10).value).toBeCloseTo(Math.sqrt(1 / (4 * Math.PI * 10)), 9)
  expect(exposureDistance(30, 10).value).toBeCloseTo(0.0892, 4)
})

test('percent of signal, the trade’s straight line (common practice, no source)', () => {
  expect([-60, -75, -76.5, -30, -110].map(signalPercent)).toEqual([80, 50, 47, 100, 0])
})

describe('channels', () => {
  test('middles (IEEE 802.11-2020 annex E): 1, 6, 11 at 2412, 2437, 2462; 36 at 5180; 149 at 5745; 6 GHz 1 at 5955', () => {
    expect([1, 6, 11, 14].map((one) => channelMhz('2.4', one))).toEqual([2412, 2437, 2462, 2484])
    expect([36, 149].map((one) => channelMhz('5', one))).toEqual([5180, 5745])
    expect(channelMhz('6', 1)).toBe(5955)
  })
  test('blocks: 44 at 80 MHz is 36 to 48, 100 at 160 is 100 to 128, 149 at 40 is 149 and 153', () => {
    expect(channelsWithin('5', 44, 80)).toEqual([36, 40, 44, 48])
    expect(channelsWithin('5', 116, 160)).toEqual([100, 104, 108, 112, 116, 120, 124, 128])
    expect(channelsWithin('5', 153, 40)).toEqual([149, 153])
    expect(channelsWithin('6', 5, 40)).toEqual([1, 5])
  })
  test('1, 6 and 11 share nothing, 1 and 4 share a part; power leaks by the mask', () => {
    const at = (channel: number) => spanOf('2.4', channel, 20)
    expect(sharedMhz(at(1), at(6))).toBe(0)
    expect(sharedMhz(at(1), at(4))).toBe(5)
    expect(leakDb(at(1), at(1))).toBeCloseTo(0, 9)
    expect(leakDb(at(1), at(3))).toBeCloseTo(10 * Math.log10(0.5), 9)
    expect(leakDb(at(1), at(6))).toBe(-20)
    expect(leakDb(spanOf('5', 36, 20), spanOf('5', 64, 20))).toBe(-Infinity)
  })
  test('regions: 12 and 13 in Europe only, radar from 52 to 144, the unknown get the careful table', () => {
    expect(channelsOf(regionOf('NL'), '2.4')).toContain(13)
    expect(channelsOf(regionOf('US'), '2.4')).not.toContain(12)
    expect([52, 100, 140].map((one) => allowanceOf(regionOf('NL'), '5', one)?.radar)).toEqual([
      true,
      true,
      true,
    ])
    expect(allowanceOf(regionOf('NL'), '5', 36)?.radar).toBe(false)
    expect(hasTable('ZZ')).toBe(false)
    expect(channelsOf(regionOf('ZZ'), '5')).toEqual([36, 40, 44, 48])
    expect(regionOf(null).name).toContain('No table')
  })
})

test('a table for clients below has what the whole table has there, and one row more', () => {
  const sector = { ...ceilingAntenna(9), kind: 'sector' as const, horizontalBeamDeg: 90, verticalBeamDeg: 30 }
  const [whole, down, up] = (['both', 'down', 'up'] as const).map((half) => gainTable(sector, 40, 12, half))
  const level = 90 * (GAIN_COLUMNS + 1)
  const row = GAIN_COLUMNS + 1
  expect(down!.subarray(level - row)).toEqual(whole!.subarray(level - row))
  expect(up!.subarray(0, level + 2 * row)).toEqual(whole!.subarray(0, level + 2 * row))
})
