/** Thermal noise at 290 K: −174 dBm in 1 Hz. Source: k T, k by CODATA. */
const THERMAL_DBM_PER_HZ = 10 * Math.log10(1.380649e-23 * 290 * 1000)

/** N = −174 + 10 log B + F. */
export const noiseFloorDbm = (widthMhz: number, noiseFigureDb: number): number =>
  THERMAL_DBM_PER_HZ + 10 * Math.log10(widthMhz * 1e6) + noiseFigureDb

export const milliwatts = (dbm: number): number => 10 ** (dbm / 10)
export const decibels = (ratio: number): number => 10 * Math.log10(ratio)
