import { demoYard, withDevice } from '~/tests/kit/yard'
import { fresnelRadiusM, wavelengthM } from '../propagation'
import type { PlannedRadio } from '../coverage'
import type { Building, Point, Site } from '../../plan'
import {
  WATER,
  bouncePoint,
  hoursUnder,
  crossesWater,
  earthBulgeM,
  heightSweep,
  isWater,
  pathProfile,
  radioOn,
  tideLosses,
} from '.'

const yard = demoYard()
const end = (site: Site, id: string): PlannedRadio =>
  radioOn(
    site,
    site.devices.find((one) => one.id === id)!,
    '5',
  )!
const [quay, hut] = [end(yard, 'bridge-quay'), end(yard, 'bridge-hut')]
const at = (radio: PlannedRadio, place: Point, zM: number): PlannedRadio => ({
  ...radio,
  zM,
  position: { ...radio.position, at: place, heightM: zM },
})

describe('the path from the side', () => {
  test('begins and ends at the two antennas, and its zone is widest in the middle', () => {
    const { points, distanceM } = pathProfile(yard, quay, hut, -1)
    expect(points[0]).toMatchObject({ atM: 0, rayM: quay.zM })
    expect(points.at(-1)!.atM).toBeCloseTo(distanceM, 9)
    expect(points.at(-1)!.rayM).toBeCloseTo(hut.zM, 9)
    const widest = points.reduce((most, point) => (point.fresnelM > most.fresnelM ? point : most))
    expect(widest.atM).toBeCloseTo(distanceM / 2, 0)
    expect(widest.fresnelM).toBeCloseTo(fresnelRadiusM(5500, distanceM / 2, distanceM / 2), 3)
  })

  test('over water its height counts, over land the ground does; lower water is clearer', () => {
    const what = (waterM: number) =>
      new Set(pathProfile(yard, quay, hut, waterM).points.map((point) => point.what))
    expect(what(-1)).toContain(WATER)
    expect(what(-1)).toContain('the ground')
    const clearance = (waterM: number) => pathProfile(yard, quay, hut, waterM).worst.clearance
    expect(clearance(-4)).toBeGreaterThanOrEqual(clearance(-1))
    expect(clearance(3)).toBeLessThan(clearance(-1))
  })

  test('a building on the way stands as high as its roof', () => {
    const shed: Building = {
      id: 'shed',
      name: 'Net shed',
      outline: [
        [80, 40],
        [86, 40],
        [86, 56],
        [80, 56],
      ],
      levelIds: ['yard'],
      roofHeightM: 4.9,
      roofMaterial: 'wood',
      roofMm: 30,
    }
    const { worst, isClear, edgeDb } = pathProfile(
      { ...yard, buildings: [...yard.buildings, shed] },
      quay,
      hut,
      -1,
    )
    expect(worst.what).toBe('Net shed')
    expect(worst.topM).toBeCloseTo(4.9, 2)
    expect(isClear).toBe(false)
    // Near the line of sight an edge costs about 6 dB (ITU-R P.526-15, J(0) = 6).
    expect(edgeDb).toBeGreaterThan(2)
  })

  test('the earth is nothing over a yard and metres over ten kilometres', () => {
    expect(earthBulgeM(30, 30)).toBeLessThan(0.001)
    expect(earthBulgeM(5000, 5000)).toBeCloseTo(1.47, 2)
    expect(earthBulgeM(2000, 8000)).toBe(earthBulgeM(8000, 2000))
  })
})

describe('the ray off the water', () => {
  test('touches nearer to the lower end, and in the middle for equal heights', () => {
    const equal = bouncePoint(at(quay, [0, 0], 5), at(hut, [100, 0], 5), 0)
    expect(equal).toEqual([50, 0])
    expect(bouncePoint(at(quay, [0, 0], 9), at(hut, [100, 0], 3), 0)[0]).toBeCloseTo(75, 9)
  })

  test('counts only where it touches water', () => {
    expect(isWater(yard, [90, 30])).toBe(true)
    expect(isWater(yard, [90, 90])).toBe(false)
    expect(crossesWater(yard, quay, hut)).toBe(true)
    const inland = at(hut, [62, 90], 4)
    expect(crossesWater(yard, quay, inland)).toBe(false)
    expect(tideLosses(yard, quay, inland).every(({ lossDb }) => lossDb === 0)).toBe(true)
  })

  test('goes through a hole every time both ways have grown apart by one wave', () => {
    // Antennas that see the water as well as each other: 8 dBi patches.
    const wide = {
      ...yard,
      devices: yard.devices.map((device) =>
        device.position && device.id.startsWith('bridge')
          ? { ...device, position: { ...device.position, antennaId: 'ant-patch' } }
          : device,
      ),
    }
    const [a, b] = [end(wide, 'bridge-quay'), end(wide, 'bridge-hut')]
    const levels = tideLosses(wide, a, b, 2000)
    const holes = levels.filter(
      ({ lossDb }, i) =>
        lossDb > (levels[i - 1]?.lossDb ?? Infinity) && lossDb > (levels[i + 1]?.lossDb ?? Infinity),
    )
    const apart = (waterM: number) =>
      Math.hypot(56.6, a.zM + b.zM - 2 * waterM) - Math.hypot(56.6, a.zM - b.zM)
    const waves = (apart(-4.6) - apart(-1)) / wavelengthM(5500)
    expect(Math.abs(holes.length - waves)).toBeLessThan(2.5)
  })

  test('either end can be raised; the lowest height that is as good as any is offered', () => {
    for (const which of ['a', 'b'] as const) {
      const { points, best } = heightSweep(yard, quay, hut, which, 2, 8)
      expect(points[0]?.heightM).toBe(2)
      expect(points.at(-1)?.heightM).toBe(8)
      const least = Math.min(...points.map(({ worstLossDb }) => worstLossDb))
      expect(best!.worstLossDb).toBeLessThanOrEqual(least + 0.3)
      for (const point of points.filter(({ heightM }) => heightM < best!.heightM))
        expect(point.worstLossDb).toBeGreaterThan(least + 0.3)
    }
  })

  test('fresh water and salt differ, and no water is no tide', () => {
    const fresh = {
      ...yard,
      backhaul: { ...yard.backhaul, water: { ...yard.backhaul.water!, surface: 'fresh' as const } },
    }
    const worst = (site: Site) => Math.max(...tideLosses(site, quay, hut).map(({ lossDb }) => lossDb))
    expect(worst(fresh)).not.toBeCloseTo(worst(yard), 3)
    expect(tideLosses({ ...yard, backhaul: { ...yard.backhaul, water: null } }, quay, hut)).toEqual([])
  })
})

test('a device that is moved changes its path and nothing else', () => {
  const moved = withDevice(yard, 'bridge-hut', { position: { ...hut.position, at: [118.4, 40] } })
  expect(pathProfile(moved, end(moved, 'bridge-quay'), end(moved, 'bridge-hut'), -1).distanceM).toBeCloseTo(
    Math.hypot(56.4, 9.5),
    6,
  )
})

describe('hours of a tide', () => {
  const water = yard.backhaul.water!
  const tide = (share: number) =>
    Array.from({ length: 201 }, (_, i) => ({ levelDbm: i / 200 < share ? -90 : -50 }))
  test('water lingers at its ends: half the height is half the time, the lowest tenth is a fifth', () => {
    expect(hoursUnder(water, tide(0.5), -60)).toBeCloseTo(12.42 / 2, 0)
    // Under a tenth of the height: arccos(0.8) ÷ π of the time.
    expect(hoursUnder(water, tide(0.1), -60)).toBeCloseTo((12.42 * Math.acos(0.8)) / Math.PI, 1)
  })
  test('never and always, and none where there is no tide', () => {
    expect(hoursUnder(water, tide(0.5), -99)).toBe(0)
    expect(hoursUnder(water, tide(0.5), -20)).toBeCloseTo(12.42, 9)
    expect(hoursUnder({ ...water, periodH: 0 }, tide(0.5), -60)).toBeNull()
    expect(hoursUnder(null, tide(0.5), -60)).toBeNull()
    expect(hoursUnder(water, [], -60)).toBeNull()
  })
})
