import { demoYard } from '~/tests/kit/yard'
import { seededRandom } from '../../lib/random'
import { plannedRadios } from '../coverage'
import { calibrate, predictWalk } from './calibrate'
import type { WalkReading } from './readings'

/** A walk round the yard, read as planned but for noise of 3 dB, each radio where it is heard. */
function walk(seed = 3, spots = 28): WalkReading[] {
  const site = demoYard()
  const random = seededRandom(seed)
  const radios = plannedRadios(site, '5')
  const readings = Array.from({ length: spots }, (_one, i) => {
    const { position } = radios[i % radios.length]!
    const at: [number, number] = [
      position.at[0] + 30 * (random() - 0.5),
      position.at[1] + 30 * (random() - 0.5),
    ]
    return radios.map(({ device }): WalkReading => ({
      at,
      floor: null,
      radio: device.name,
      band: '5',
      rssiDbm: null,
      client: null,
    }))
  }).flat()
  return predictWalk(site, readings).predicted.map(({ reading, predictedDbm }) => {
    const noise = 3 * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    const dbm = Math.round(predictedDbm + noise)
    return { ...reading, rssiDbm: dbm < -90 ? null : dbm }
  })
}
const codes = (readings: WalkReading[]) => calibrate(demoYard(), readings)?.alarms.map(({ code }) => code)
const level = (readings: WalkReading[], to: (dbm: number) => number) =>
  readings.map((one) => ({ ...one, rssiDbm: one.rssiDbm === null ? null : to(one.rssiDbm) }))
const place = (readings: WalkReading[], to: (at: WalkReading['at']) => WalkReading['at']) =>
  readings.map((one) => ({ ...one, at: to(one.at) }))

test('walks that are as planned raise none, however they are drawn', () => {
  for (let seed = 1; seed <= 4; seed++) expect([seed, codes(walk(seed))]).toEqual([seed, []])
})

test.each<[string, (readings: WalkReading[]) => WalkReading[], string]>([
  ['all 0 dBm', (all) => level(all, () => 0), 'level'],
  ['minus signs lost', (all) => level(all, (dbm) => -dbm), 'level'],
  ['a percentage', (all) => level(all, (dbm) => Math.min(100, 2 * (dbm + 100))), 'level'],
  ['all the same', (all) => level(all, () => -60), 'same'],
  ['15 dB too low throughout', (all) => level(all, (dbm) => dbm - 15), 'bias'],
  ['20 dB too high throughout', (all) => level(all, (dbm) => Math.min(-13, dbm + 20)), 'bias'],
  ['feet for metres', (all) => place(all, ([x, y]) => [x / 0.3048, y / 0.3048]), 'place'],
  ['metres for feet', (all) => place(all, ([x, y]) => [x * 0.3048, y * 0.3048]), 'place'],
  ['coordinates exchanged', (all) => place(all, ([x, y]) => [y, x]), 'place'],
])('%s raises an alarm', (_name, spoil, code) => expect(codes(spoil(walk()))).toContain(code))

test('mirrored left for right raises an alarm that says so', () => {
  const xs = demoYard().buildings.flatMap(({ outline }) => outline.map(([x]) => x))
  const across = Math.min(...xs) + Math.max(...xs)
  const told = calibrate(
    demoYard(),
    place(walk(), ([x, y]) => [across - x, y]),
  )
  expect(told?.alarms.map(({ says }) => says).join()).toMatch(/mirrored, left for right/)
})

test('the same file three times teaches what it did once', () => {
  const once = calibrate(demoYard(), walk())!
  const thrice = calibrate(demoYard(), [...walk(), ...walk(), ...walk()])!
  expect(thrice.terms).toEqual(once.terms)
  expect(thrice.sigmaDb).toBe(once.sigmaDb)
  expect(thrice.heard).toBe(once.heard)
})

test('a receiver’s floor is taken from what it read, and no radio is thought weaker for it', () => {
  const told = calibrate(demoYard(), walk(5, 60))!
  expect(told.notHeard).toBeGreaterThan(20)
  expect(told.floorDbm).toBeGreaterThanOrEqual(-90)
  expect(told.floorDbm).toBeLessThan(-80)
  const bias = told.terms.filter(({ of }) => of.kind === 'radio').map(({ value }) => value)
  expect(Math.abs(bias.reduce((sum, one) => sum + one, 0) / bias.length)).toBeLessThan(1.5)
})

test('of what was met at a spot or two, nothing is said', () => {
  const told = calibrate(demoYard(), walk(7, 1))!
  expect(told.terms.every(({ saysNothing }) => saysNothing)).toBe(true)
  expect(told.sigmaDb).toBeGreaterThan(2)
})
