import type { Band } from '../../plan'

/** Middle of the part of each band that is used most; losses change little across it. */
export const BAND_MHZ: Record<Band, number> = { '2.4': 2440, '5': 5500, '6': 6200 }

/** Speed of light. Source: CODATA, exact. */
export const LIGHT_M_PER_S = 299_792_458

export const wavelengthM = (frequencyMhz: number): number => LIGHT_M_PER_S / (frequencyMhz * 1e6)

/** The straight line of the trade: 2 × (dBm + 100), between 0 and 100. Common practice, no source. */
export const signalPercent = (dbm: number): number => Math.max(0, Math.min(100, 2 * (dbm + 100)))
