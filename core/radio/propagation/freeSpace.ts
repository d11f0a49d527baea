/**
 * Basic transmission loss in free space, isotropic antennas at both ends, in dB.
 * L = 32.4 + 20 log f + 20 log d, f in MHz, d in km. Source: ITU-R P.525-4 eq. 4.
 */
export const freeSpaceLossDb = (frequencyMhz: number, distanceM: number): number =>
  32.4 + 20 * Math.log10(frequencyMhz) + 20 * Math.log10(distanceM / 1000)

/** Field strength at a distance from an isotropic radiator: E = √(30 p) ÷ d, V/m. Source: ITU-R P.525-4 eq. 2. */
export const fieldStrengthVPerM = (eirpW: number, distanceM: number): number =>
  Math.sqrt(30 * eirpW) / distanceM
