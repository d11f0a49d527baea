import type { Band } from '../../plan'

/** What the medium access of one band and kind of frame waits for, µs and slots. */
export interface MacTiming {
  slotUs: number
  sifsUs: number
  /** From the end of one exchange to the first slot of the next draw. */
  aifsUs: number
  cwMin: number
  cwMax: number
  /** Silence after every OFDM frame at 2.4 GHz, so that older receivers keep step. */
  signalExtensionUs: number
}

/**
 * Short slot, best effort. Source: IEEE 802.11-2020 tables 17-21 and 18-5 (slot 9 µs, SIFS 16 and 10 µs, CW 15 to
 * 1023), 9.4.2.28 (AIFSN 3), 10.3.2.3 (AIFS = SIFS + AIFSN · slot), 18.3.2.4 (signal extension 6 µs).
 * Frames without quality of service wait DIFS = SIFS + 2 slots. DSSS: slot 20 µs, CW from 31 (table 16-4).
 */
export function macTiming(band: Band, qualityOfService = true, isDsss = false): MacTiming {
  const slotUs = isDsss ? 20 : 9
  const sifsUs = band === '2.4' ? 10 : 16
  return {
    slotUs,
    sifsUs,
    aifsUs: sifsUs + (qualityOfService ? 3 : 2) * slotUs,
    cwMin: isDsss ? 31 : 15,
    cwMax: 1023,
    signalExtensionUs: band === '2.4' && !isDsss ? 6 : 0,
  }
}

/** Longest PPDU. Source: IEEE 802.11-2020 table 19-25, 21-29 (aPPDUMaxTime 5.484 ms). */
export const MAX_PPDU_US = 5484
