import { beaconShare, beaconUs } from './beacons'

test('a beacon of 300 B: 192 µs and 2400 µs at 1 Mbit/s; 20 µs and 101 symbols at 6 Mbit/s (IEEE 802.11-2020 clauses 15, 17)', () => {
  expect(beaconUs('2.4')).toBe(2592)
  expect(beaconUs('5')).toBe(20 + 4 * Math.ceil((16 + 2400 + 6) / 24))
  expect(beaconUs('6')).toBe(beaconUs('5'))
})

test('about 2.6 % of the airtime a name at 2.4 GHz, 0.43 % at 5 GHz, and it adds up', () => {
  expect(beaconShare('2.4', 1).value).toBeCloseTo((100 * (2592 + 19)) / 102_400, 9)
  expect(beaconShare('5', 1).value).toBeCloseTo((100 * (424 + 25)) / 102_400, 9)
  expect(beaconShare('2.4', 4).value).toBeCloseTo(4 * beaconShare('2.4', 1).value, 9)
  expect(beaconShare('2.4', 0).value).toBe(0)
})

/**
 * What beacons take from a lone sender in the general-purpose network simulator ns-3 3.37 (Debian package), saturated
 * cell, beacons spread evenly: of 172 B at 1 Mbit/s and of 190 B at 6 Mbit/s.
 */
test.each([
  ['2.4', 8, 172, 12.5],
  ['2.4', 16, 172, 24.8],
  ['5', 16, 190, 4.7],
] as const)('simulated: at %s GHz %i access points lose about %s', (band, names, bytes, lostPercent) =>
  expect(Math.abs(beaconShare(band, names, bytes).value - lostPercent)).toBeLessThan(0.2),
)
