import type { Band } from '../site'
import type { Traced } from '../traced'
import { controlUs } from './ppdu'
import { macTiming } from './timing'

/** A beacon with the elements of today: rates, RSN, HT, VHT or HE. Common practice, no source. */
const BEACON_B = 300
/** Beacons come every 100 time units of 1024 µs. Source: IEEE 802.11-2020 9.4.1.3; 100 is the usual setting, no source. */
export const BEACON_INTERVAL_US = 102_400
const OFDM = macTiming('5', false)
/** Wait and mean draw before each: DIFS and 7.5 slots, long ones by DSSS. Source: IEEE 802.11-2020 tables 16-2, 17-21. */
const WAIT_US: Record<'2.4' | '5', number> = {
  '2.4': 10 + 2 * 20 + 7.5 * 20,
  '5': OFDM.aifsUs + (OFDM.cwMin / 2) * OFDM.slotUs,
}

/** Air time of a frame of so many bytes by DSSS with the long preamble, 192 µs. Source: IEEE 802.11-2020 15.2.2, 15.2.3.6. */
export const dsssUs = (bytes: number, rateMbps: 1 | 2): number => 192 + (bytes * 8) / rateMbps

/** One beacon at the lowest basic rate: 1 Mbit/s by DSSS at 2.4 GHz, plain OFDM at 6 Mbit/s else. */
export function beaconUs(band: Band): number {
  return band === '2.4' ? dsssUs(BEACON_B, 1) : controlUs(BEACON_B, 6, band)
}

/** Share of the air that the beacons of so many names on one channel take. */
export function beaconShare(band: Band, names: number): Traced {
  const each = WAIT_US[band === '2.4' ? '2.4' : '5'] + beaconUs(band)
  return {
    value: (100 * names * each) / BEACON_INTERVAL_US,
    unit: '%',
    formula: 'names × (wait + beacon) ÷ interval',
    inputs: [
      { name: 'names', value: String(names) },
      { name: 'wait', value: `${WAIT_US[band === '2.4' ? '2.4' : '5'].toFixed(1)} µs` },
      { name: 'beacon', value: `${beaconUs(band)} µs, ${BEACON_B} B at ${band === '2.4' ? 1 : 6} Mbit/s` },
      { name: 'interval', value: '102.4 ms' },
    ],
    source: 'IEEE 802.11-2020 clauses 15 to 17; the length of a beacon is common practice, no source',
  }
}
