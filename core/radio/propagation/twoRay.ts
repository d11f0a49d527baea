import { wavelengthM } from './bands'
import { absolute, minus, over, plus, root, times } from './complex'
import type { Complex } from './complex'
import { freeSpaceLossDb } from './freeSpace'

/** Where the ground begins to count: 4 h1 h2 ÷ λ. Source: ITU-R P.1411-11 eq. 9 (RBP ≈ 4 h1 h2 ÷ λ). */
export const breakPointM = (frequencyMhz: number, height1M: number, height2M: number): number =>
  (4 * height1M * height2M) / wavelengthM(frequencyMhz)

/**
 * Two rays without their ripple: free space up to the break point, 40 dB a decade after it.
 * Source: the two slopes of ITU-R P.1411-11 4.2.1.
 */
export function twoSlopeLossDb(
  frequencyMhz: number,
  distanceM: number,
  height1M: number,
  height2M: number,
): number {
  const turn = breakPointM(frequencyMhz, height1M, height2M)
  const free = freeSpaceLossDb(frequencyMhz, distanceM)
  return distanceM <= turn || turn <= 0 ? free : free + 20 * Math.log10(distanceM / turn)
}

export interface Surface {
  name: string
  /** Relative permittivity and conductivity. */
  permittivity: number
  conductivitySPerM: number
}

/** Source: ITU-R P.527-6 figures, from memory, near 5 GHz: sea water εr 70, σ 10 S/m; fresh water 72, 1.5; wet ground 25, 0.5. */
export const SURFACES: Record<'sea' | 'fresh' | 'ground', Surface> = {
  sea: { name: 'sea water', permittivity: 70, conductivitySPerM: 10 },
  fresh: { name: 'fresh water', permittivity: 72, conductivitySPerM: 1.5 },
  ground: { name: 'wet ground', permittivity: 25, conductivitySPerM: 0.5 },
}

/** Reflection at a flat surface, horizontal or vertical polarisation, grazing angle ψ. Source: ITU-R P.2040-3 eq. 31. */
export function reflection(
  surface: Surface,
  frequencyMhz: number,
  grazingRad: number,
  polarisation: 'horizontal' | 'vertical',
): Complex {
  const eta: Complex = [surface.permittivity, (-17.98 * surface.conductivitySPerM) / (frequencyMhz / 1000)]
  const sine: Complex = [Math.sin(grazingRad), 0]
  const inner = root(minus(eta, [Math.cos(grazingRad) ** 2, 0]))
  const first = polarisation === 'horizontal' ? sine : times(eta, sine)
  return over(minus(first, inner), plus(first, inner))
}

/**
 * Loss with the ray that comes off a flat surface added to the direct one, isotropic antennas.
 * L = 20 log(4π ÷ λ) − 20 log |e^(−jk d1) ÷ d1 + Γ e^(−jk d2) ÷ d2|. `mirror` −1 is the textbook perfect surface.
 */
export function twoRayLossDb(
  frequencyMhz: number,
  distanceM: number,
  height1M: number,
  height2M: number,
  mirror: Complex | ((grazingRad: number) => Complex) = [-1, 0],
): number {
  const lambda = wavelengthM(frequencyMhz)
  const direct = Math.hypot(distanceM, height1M - height2M)
  const bounced = Math.hypot(distanceM, height1M + height2M)
  const gamma = typeof mirror === 'function' ? mirror(Math.atan2(height1M + height2M, distanceM)) : mirror
  const turn = (-2 * Math.PI * (bounced - direct)) / lambda
  const sum = plus([1 / direct, 0], times(gamma, [Math.cos(turn) / bounced, Math.sin(turn) / bounced]))
  return 20 * Math.log10((4 * Math.PI) / lambda) - 20 * Math.log10(Math.max(absolute(sum), 1e-12))
}
