import type { Band } from '../../plan'

/**
 * Power law indoors, walls and furniture in the coefficient: L = L(1 m) + N log d + Lf(n), d in m, n floors between.
 * L(1 m) = 20 log f − 28. Source: ITU-R P.1238-8 eq. 1; valid from 1 m.
 */
export const powerLawLossDb = (
  frequencyMhz: number,
  distanceM: number,
  coefficientN: number,
  floorLossDb = 0,
): number =>
  20 * Math.log10(frequencyMhz) + coefficientN * Math.log10(Math.max(1, distanceM)) + floorLossDb - 28

export type Indoors = 'residential' | 'office' | 'commercial'

/** Distance power-loss coefficients N. Source: ITU-R P.1238-8 table 2 (2.4 and 5.2 GHz), from memory. */
export const POWER_LAW_N: Record<'2.4' | '5', Record<Indoors, number | null>> = {
  '2.4': { residential: 28, office: 30, commercial: null },
  '5': { residential: 30, office: 31, commercial: null },
}

/** The coefficient of an office; 6 GHz takes that of 5 GHz, the nearest published. */
export const officeN = (band: Band): number => POWER_LAW_N[band === '2.4' ? '2.4' : '5'].office ?? 31

/**
 * Loss through n floors. Source: ITU-R P.1238-8 table 3, from memory: office 14 dB at 2.4 GHz for one floor, 16 dB at
 * 5.2 GHz for one; 4 dB more for each further one (its 1.8–2 GHz row: 15 + 4 (n − 1)).
 */
export function floorLossDb(band: Band, floors: number): number {
  if (floors <= 0) return 0
  return (band === '2.4' ? 14 : 16) + 4 * (floors - 1)
}

export interface SiteGeneral {
  alpha: number
  beta: number
  gamma: number
  sigmaDb: number
  /** Distances that the measurements behind it cover. */
  fromM: number
  toM: number
}

export type SiteGeneralPlace =
  'officeLos' | 'officeNlos' | 'corridorLos' | 'corridorNlos' | 'industrialLos' | 'industrialNlos'

/** Coefficients of the site-general model, 300 MHz to 83.5 GHz. Source: ITU-R P.1238-11 table 2, from memory. */
export const SITE_GENERAL: Record<SiteGeneralPlace, SiteGeneral> = {
  officeLos: { alpha: 1.46, beta: 34.62, gamma: 2.03, sigmaDb: 3.76, fromM: 2, toM: 27 },
  officeNlos: { alpha: 2.46, beta: 29.53, gamma: 2.38, sigmaDb: 5.04, fromM: 4, toM: 30 },
  corridorLos: { alpha: 1.63, beta: 28.12, gamma: 2.25, sigmaDb: 4.07, fromM: 2, toM: 160 },
  corridorNlos: { alpha: 2.77, beta: 29.27, gamma: 2.48, sigmaDb: 7.63, fromM: 4, toM: 94 },
  industrialLos: { alpha: 2.31, beta: 24.52, gamma: 2.06, sigmaDb: 2.69, fromM: 2, toM: 101 },
  industrialNlos: { alpha: 3.79, beta: 21.01, gamma: 1.34, sigmaDb: 9.05, fromM: 5, toM: 108 },
}

/** L = 10 α log d + β + 10 γ log f, d in m, f in GHz. Source: ITU-R P.1238-11 eq. 1. */
export const siteGeneralLossDb = (
  frequencyMhz: number,
  distanceM: number,
  { alpha, beta, gamma }: SiteGeneral,
): number => 10 * alpha * Math.log10(distanceM) + beta + 10 * gamma * Math.log10(frequencyMhz / 1000)
