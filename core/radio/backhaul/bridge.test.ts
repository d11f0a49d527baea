import { demoYard, withDevice } from '~/tests/kit/yard'
import type { Device, Site } from '../../plan'
import {
  alignmentOf,
  availabilityOf,
  bridgeSheet,
  firstSideLobe,
  pathProfile,
  radioOn,
  tideLosses,
  waterLossDb,
} from '.'
import type { BridgeSheet } from '.'

const yard = demoYard()
const device = (site: Site, id: string): Device => site.devices.find((one) => one.id === id)!
const sheetOf = (site: Site, wanted?: number): BridgeSheet => {
  const sheet = bridgeSheet(site, device(site, 'bridge-hut'), wanted)
  if (typeof sheet === 'string') throw new Error(sheet)
  return sheet
}
const says = (site: Site) => bridgeSheet(site, device(site, 'bridge-hut'))
const raised = (id: string, heightM: number) =>
  withDevice(yard, id, { position: { ...device(yard, id).position!, heightM } })

test('the demo’s bridge: clear at high water, hung where the worst of the tide is as good as anywhere', () => {
  const sheet = sheetOf(yard)
  expect(sheet.profile.isClear).toBe(true)
  expect(sheet.profile.distanceM).toBeCloseTo(Math.hypot(118.4 - 62, 44.6 - 49.5), 3)
  expect(sheet.tide[0]?.waterM).toBe(-4.6)
  expect(sheet.tide.at(-1)?.waterM).toBeCloseTo(-1, 9)
  expect(sheet.worstDbm).toBe(Math.min(...sheet.tide.map(({ levelDbm }) => levelDbm)))
  expect(sheet.near.heightM).toBeCloseTo(sheet.bestHeight!.heightM, 1)
  expect(sheet.fadeMarginDb!.value).toBeCloseTo(sheet.worstDbm - sheet.neededDbm!, 9)
})

test('more wanted, less margin; more than any rate carries: none', () => {
  expect(sheetOf(yard, 100).fadeMarginDb!.value).toBeLessThan(sheetOf(yard, 20).fadeMarginDb!.value)
  const never = sheetOf(yard, 900)
  expect(never.neededDbm).toBeNull()
  expect(never.availability.says).toBe('It does not carry what is wanted.')
})

test('availability by the margin, in words', () => {
  expect(availabilityOf(20).percent).toBeCloseTo(99, 6)
  expect(availabilityOf(10).says).toContain('2 h a day')
  expect(availabilityOf(25).says).toMatch(/^Steady. At worst 5 min/)
})

test('what cannot be is answered in words', () => {
  expect(says(raised('bridge-hut', 0))).toContain('Give its mast a height')
  const flood = { ...yard, backhaul: { ...yard.backhaul, water: { ...yard.backhaul.water!, highestM: 7 } } }
  expect(says(flood)).toContain('High water at 7 m comes over')
  const self = withDevice(yard, 'bridge-hut', {
    air: { ...device(yard, 'bridge-hut').air!, deviceId: 'bridge-hut' },
  })
  expect(says(self)).toContain('both ends of the bridge')
  const same = withDevice(yard, 'bridge-hut', { position: device(yard, 'bridge-quay').position })
  expect(says(same)).toContain('stand on one spot')
  const off = withDevice(yard, 'bridge-hut', {
    radios: device(yard, 'bridge-hut').radios.map((r) => ({ ...r, enabled: false })),
  })
  expect(says(off)).toBe('The 5 GHz radio of Pontoon bridge end is off.')
  expect(says(withDevice(yard, 'bridge-hut', { position: null }))).toContain('no place on the ground')
  expect(bridgeSheet(yard, device(yard, 'ap-shop'))).toContain('has no radio uplink')
})

test('over land there is no tide, and a boat in the way is found', () => {
  const dry = { ...yard, backhaul: { ...yard.backhaul, water: null } }
  expect(sheetOf(dry).tide).toEqual([])
  const hull = {
    id: 'hull',
    name: 'Hull on the slip',
    levelId: 'yard',
    kind: 'boats' as const,
    outline: [
      [85, 40],
      [95, 40],
      [95, 55],
      [85, 55],
    ] as [number, number][],
    lossDbPerM: 1,
    heightM: 8,
  }
  const { profile } = sheetOf({ ...yard, obstacles: [...yard.obstacles, hull] })
  expect(profile.isClear).toBe(false)
  expect(profile.worst.what).toBe('Hull on the slip')
  expect(profile.edgeDb).toBeGreaterThan(6)
})

test('the water takes most where both rays are half a wave apart, and an end under water gets nothing', () => {
  const [a, b] = [
    radioOn(yard, device(yard, 'bridge-quay'), '5')!,
    radioOn(yard, device(yard, 'bridge-hut'), '5')!,
  ]
  const losses = tideLosses(yard, a, b).map(({ lossDb }) => lossDb)
  expect(Math.max(...losses)).toBeGreaterThan(0)
  expect(Math.min(...losses)).toBeLessThan(0)
  expect(waterLossDb(yard, a, b, yard.backhaul.water!, 9)).toBe(Infinity)
  expect(pathProfile(yard, a, b, -1).worst.clearance).toBeGreaterThan(0.6)
})

test('aiming: each end looks at the other, down from the higher one', () => {
  const [a, b] = [
    radioOn(yard, device(yard, 'bridge-quay'), '5')!,
    radioOn(yard, device(yard, 'bridge-hut'), '5')!,
  ]
  const [out, back] = [alignmentOf(a, b, 2), alignmentOf(b, a, 2)]
  expect((out.azimuthDeg + 180) % 360).toBeCloseTo(back.azimuthDeg, 6)
  expect(out.tiltDeg).toBeCloseTo(-back.tiltDeg, 6)
  expect(Math.abs(out.offAzimuthDeg)).toBeLessThan(0.1)
  expect(out.errorDb).toBeGreaterThan(0)
})

/** A round aperture’s first side lobe lies 17.6 dB under the peak (2 J1(u) ÷ u, textbooks). */
test('the first side lobe of a dish; a patch has none', () => {
  const dish = {
    id: 'd',
    name: 'd',
    kind: 'dish' as const,
    gainDbi: 20,
    horizontalBeamDeg: 10,
    verticalBeamDeg: 10,
    table: null,
  }
  expect(firstSideLobe(dish)?.belowDb).toBeCloseTo(17.6, 1)
  expect(firstSideLobe({ ...dish, kind: 'patch', horizontalBeamDeg: 70 })).toBeNull()
})
