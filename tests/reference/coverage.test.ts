/** The raster against closed forms. */
import {
  areaShare,
  cellAt,
  computeLayer,
  gridOver,
  isolines,
  kernelRadio,
  layerJob,
  outdoorCells,
  overNoise,
  overNoiseAndOthers,
  plannedRadios,
  sceneOf,
  served,
  signalPath,
} from '~/core/radio/coverage'
import {
  breakPointM,
  freeSpaceLossDb,
  marginDb,
  noiseFloorDbm,
  normalQuantile,
  normalShare,
} from '~/core/radio/propagation'
import { DEFAULT_GROUND, areaM2, bareDevice, emptySite, newArea } from '~/core/plan'
import type { Antenna, GroundSettings, Point, Site } from '~/core/plan'
import { BAND_MHZ } from '~/core/radio/propagation'

const DIPOLE: Antenna = {
  id: 'dipole',
  name: 'Dipole',
  kind: 'dipole',
  gainDbi: 2.15,
  horizontalBeamDeg: 360,
  verticalBeamDeg: 78,
  table: null,
}

/** One access point in an empty place, 8 m up or as asked. */
function openGround(part: Partial<GroundSettings> = {}, heightM = 8, servedBy: Point[] = [[0, 0]]): Site {
  return {
    ...emptySite('Open'),
    country: 'NL',
    ground: { ...DEFAULT_GROUND, model: 'multiWall', ...part },
    levels: [{ id: 'l', name: 'Yard', floorM: 0, heightM: 3, slabMaterial: 'concrete', slabMm: 0 }],
    antennas: [DIPOLE],
    devices: servedBy.map((at, i) => ({
      ...bareDevice(`ap${i}`, `AP ${i}`, 'accessPoint'),
      radios: [{ band: '5', enabled: true, channel: 100, widthMhz: 20, powerDbm: 17, locked: false }],
      position: { levelId: 'l', at, heightM, antennaId: 'dipole', azimuthDeg: 0, tiltDeg: 0, locked: false },
    })),
  }
}

function charted(site: Site, half = 60, cellM = 0.5) {
  const grid = gridOver([-half, -half], [half, half], cellM, site.ground.clientHeightM)
  const scene = sceneOf(site, '5')
  const radios = plannedRadios(site, '5')
  const outdoors = outdoorCells(scene, grid)
  const layers = radios.map((radio) =>
    computeLayer(layerJob(scene, kernelRadio(site, radio, grid.zM), grid, outdoors)),
  )
  return { grid, radios, layers, all: served(radios, layers, site.ground, -75) }
}

test('a radial cut equals free space and the dipole’s closed form within 0.05 dB', () => {
  const site = openGround()
  const { grid, layers } = charted(site)
  const dz = 8 - site.ground.clientHeightM
  for (let column = 1; column < 120; column++) {
    const at: Point = [column * 0.5 - 0.25, 0.25]
    const flat = Math.hypot(...at)
    const d = Math.hypot(flat, dz)
    const down = Math.asin(dz / d)
    const pattern = Math.cos((Math.PI / 2) * Math.sin(down)) / Math.cos(down)
    const closed = 2.15 + 20 * Math.log10(pattern) - freeSpaceLossDb(BAND_MHZ['5'], d)
    // Straight below, the pattern falls off a cliff into its floor; from 30° of the axis on it is smooth.
    if (down < Math.PI / 3) expect(Math.abs(layers[0]![cellAt(grid, at)]! - closed)).toBeLessThan(0.05)
  }
})

test('outdoors the level falls by 40 dB a decade beyond the break point', () => {
  const site = openGround({ model: 'byPlace' }, 2)
  const turn = breakPointM(BAND_MHZ['5'], 2, site.ground.clientHeightM)
  expect(turn).toBeCloseTo((4 * 2 * 1.2) / (299.792458 / 5500), 0)
  const [radio] = plannedRadios(site, '5')
  const loss = (m: number) => signalPath(site, radio!, [m, 0], 1.2).distanceLossDb
  expect(loss(turn * 40) - loss(turn * 4)).toBeCloseTo(40, 2)
  expect(loss(turn / 2) - loss(turn / 20)).toBeCloseTo(20, 1)
})

test.each([-60, -65, -70])('the contour of %d dBm holds the area of its circle within 1 %%', (level) => {
  // Client and access point level with each other: the circle follows from free space alone.
  const site = openGround({}, DEFAULT_GROUND.clientHeightM)
  const { grid, all } = charted(site, 160, 1)
  const [line] = isolines(grid, all.signal, [level])
  const path = 17 + 2.15 - level
  const radius = 1000 * 10 ** ((path - 32.4 - 20 * Math.log10(BAND_MHZ['5'])) / 20)
  expect(areaM2(line!.rings[0]!) / (Math.PI * radius ** 2)).toBeGreaterThan(0.99)
  expect(areaM2(line!.rings[0]!) / (Math.PI * radius ** 2)).toBeLessThan(1.01)
})

test('confidence: the share that meets the need by luck is Φ of the margin (normal tables: 1.2816 at 90 %, 1.6449 at 95 %)', () => {
  expect(normalQuantile(0.9)).toBeCloseTo(1.2816, 3)
  expect(normalQuantile(0.95)).toBeCloseTo(1.6449, 3)
  expect(normalShare(1)).toBeCloseTo(0.8413, 4)
  expect(marginDb(5, 90)).toBeCloseTo(6.41, 2)
  expect(marginDb(5, 50)).toBeCloseTo(0, 4)
})

test('an area’s share is that of its cells: half of a square in reach', () => {
  const site = openGround({ sigmaDb: 0 }, DEFAULT_GROUND.clientHeightM)
  const { grid, radios, layers, all } = charted(site, 90)
  const ratio = overNoise(radios, layers, site.ground, all)
  // Where the level is exactly −60 dBm.
  const radius = 1000 * 10 ** ((17 + 2.15 + 60 - 32.4 - 20 * Math.log10(BAND_MHZ['5'])) / 20)
  const strip: Point[] = [
    [0, -1],
    [2 * radius, -1],
    [2 * radius, 1],
    [0, 1],
  ]
  const share = areaShare(
    { ...newArea('a', 'A'), outline: strip, leastSignalDbm: -60 },
    grid,
    radios,
    all,
    ratio,
    site.ground,
  )
  expect(share.onAverage).toBeCloseTo(0.5, 1)
  expect(share.withConfidence).toBe(share.onAverage)
  expect(share.servedBy).toEqual(['ap0'])
})

test('the weaker direction decides: a client that sends less has the lower ratio', () => {
  const strong = openGround({ clientEirpDbm: 30 })
  const weak = openGround({ clientEirpDbm: 7 })
  const at = (site: Site) => {
    const { grid, radios, layers, all } = charted(site, 20, 1)
    return overNoise(radios, layers, site.ground, all)[cellAt(grid, [10, 10])]!
  }
  expect(at(strong) - at(weak)).toBeCloseTo(10, 3)
})

test('two access points on one channel disturb each other, on channels apart they do not', () => {
  const sites = (channel: number) => {
    const site = openGround({}, 3, [
      [-20, 0],
      [20, 0],
    ])
    const [first, second] = site.devices
    return {
      ...site,
      devices: [first!, { ...second!, radios: second!.radios.map((radio) => ({ ...radio, channel })) }],
    }
  }
  const middle = (site: Site) => {
    const { grid, radios, layers, all } = charted(site, 30, 1)
    return {
      with: overNoiseAndOthers(radios, layers, site.ground, all)[cellAt(grid, [-1.2, 0.2])]!,
      without: overNoise(radios, layers, site.ground, all)[cellAt(grid, [-1.2, 0.2])]!,
    }
  }
  const apart = middle(sites(120))
  expect(apart.without - apart.with).toBeLessThan(0.5)
  // Nearly as loud as the wanted one, a fifth of the time: 7 dB over it at most, and the noise is far below.
  const same = middle(sites(100))
  expect(same.with).toBeLessThan(11)
  expect(same.with).toBeGreaterThan(2)
})

test('two access points on one spot: one serves, the other is second, and nothing breaks', () => {
  const { all } = charted(
    openGround({}, 3, [
      [0, 0],
      [0, 0],
    ]),
    10,
    1,
  )
  expect(all.second).toEqual(all.signal)
  expect(new Set(all.best)).toEqual(new Set([0]))
})

test('thermal noise in 20 MHz at 290 K is −101 dBm', () => {
  expect(noiseFloorDbm(20, 0)).toBeCloseTo(-100.97, 1)
})
