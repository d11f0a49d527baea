import { wavelengthM } from './bands'

/**
 * How much an edge stands in the way: ν = h √(2 ÷ λ · (1 ÷ d1 + 1 ÷ d2)), h over the straight line between the ends,
 * negative below it. Source: ITU-R P.526-15 eq. 26.
 */
export const edgeNu = (frequencyMhz: number, aboveM: number, d1M: number, d2M: number): number =>
  aboveM * Math.sqrt((2 / wavelengthM(frequencyMhz)) * (1 / d1M + 1 / d2M))

/**
 * Loss over one edge, dB. J(ν) = 6.9 + 20 log(√((ν − 0.1)² + 1) + ν − 0.1) for ν > −0.78, else 0.
 * Source: ITU-R P.526-15 eq. 31.
 */
export function edgeLossDb(nu: number): number {
  if (nu <= -0.78) return 0
  const v = nu - 0.1
  return 6.9 + 20 * Math.log10(Math.sqrt(v * v + 1) + v)
}

/** Radius of the n-th Fresnel ellipse. Source: ITU-R P.526-15 eq. 2. */
export const fresnelRadiusM = (frequencyMhz: number, d1M: number, d2M: number, n = 1): number =>
  Math.sqrt((n * wavelengthM(frequencyMhz) * d1M * d2M) / (d1M + d2M))
