import type { Band } from '../../plan'
import type { Traced } from '../../lib/traced'
import { controlUs } from './ppdu'
import { macTiming } from './timing'

/** A beacon with the elements of today: rates, RSN, HT, VHT or HE. Common practice, no source. */
const BEACON_B = 300
/** Beacons come every 100 time units of 1024 µs. Source: IEEE 802.11-2020 9.4.1.3; 100 is the usual setting, no source. */
export const BEACON_INTERVAL_US = 102_400
/**
 * Wait before each: an access point sends its beacon in the voice category, whose AIFSN is 1 for an access point, so after
 * SIFS and one slot; the draw of at most three slots is left out. Source: IEEE 802.11-2020 10.2.3.2, 9.4.2.28.
 */
const waitUs = (band: Band): number => {
  const { sifsUs, slotUs } = macTiming(band)
  return sifsUs + slotUs
}

/** Air time of a frame of so many bytes by DSSS with the long preamble, 192 µs. Source: IEEE 802.11-2020 15.2.2, 15.2.3.6. */
export const dsssUs = (bytes: number, rateMbps: 1 | 2): number => 192 + (bytes * 8) / rateMbps

/** One beacon at the lowest basic rate: 1 Mbit/s by DSSS at 2.4 GHz, plain OFDM at 6 Mbit/s else. */
export function beaconUs(band: Band, bytes = BEACON_B): number {
  return band === '2.4' ? dsssUs(bytes, 1) : controlUs(bytes, 6, band)
}

/** Share of the air that the beacons of so many names on one channel take. */
export function beaconShare(band: Band, names: number, bytes = BEACON_B): Traced {
  const each = waitUs(band) + beaconUs(band, bytes)
  return {
    value: (100 * names * each) / BEACON_INTERVAL_US,
    unit: '%',
    formula: 'names × (wait + beacon) ÷ interval',
    inputs: [
      { name: 'names', value: String(names) },
      { name: 'wait', value: `${waitUs(band)} µs, SIFS and one slot` },
      {
        name: 'beacon',
        value: `${beaconUs(band, bytes)} µs, ${bytes} B at ${band === '2.4' ? 1 : 6} Mbit/s`,
      },
      { name: 'interval', value: '102.4 ms' },
    ],
    source:
      'IEEE 802.11-2020 10.2.3.2 and clauses 15 to 17; the length of a beacon is common practice, no source',
  }
}
