import { beaconShare, beaconUs } from './beacons'

test('a beacon of 300 B: 192 µs and 2400 µs at 1 Mbit/s; 20 µs and 101 symbols at 6 Mbit/s (IEEE 802.11-2020 clauses 15, 17)', () => {
  expect(beaconUs('2.4')).toBe(2592)
  expect(beaconUs('5')).toBe(20 + 4 * Math.ceil((16 + 2400 + 6) / 24))
  expect(beaconUs('6')).toBe(beaconUs('5'))
})

test('about 2.7 % of the air a name at 2.4 GHz, half a percent at 5 GHz, and it adds up', () => {
  expect(beaconShare('2.4', 1).value).toBeCloseTo(2.73, 1)
  expect(beaconShare('5', 1).value).toBeCloseTo(0.52, 1)
  expect(beaconShare('2.4', 4).value).toBeCloseTo(4 * beaconShare('2.4', 1).value, 9)
  expect(beaconShare('2.4', 0).value).toBe(0)
})
