import { LIGHT_M_PER_S } from './bands'
import { absolute, exp, minus, over, plus, root, times } from './complex'
import type { Complex } from './complex'
import { permittivity } from './materials'
import type { Material } from './materials'

export interface Passage {
  /** Share of the power that gets through and that comes back, 0 to 1. */
  transmittance: number
  reflectance: number
}

/**
 * One slab between two half spaces of air, both polarisations.
 * R = R′(1 − e^(−j2q)) ÷ (1 − R′² e^(−j2q)), T = (1 − R′²) e^(−jq) ÷ (1 − R′² e^(−j2q)), q = 2π d ÷ λ · √(η − sin²θ).
 * Source: ITU-R P.2040-3 eq. 43 and 44, R′ by its eq. 37.
 */
export function throughSlab(
  material: Material,
  thicknessMm: number,
  frequencyMhz: number,
  angleDeg = 0,
): { te: Passage; tm: Passage } {
  const eta = permittivity(material, frequencyMhz)
  const sine = Math.sin((angleDeg * Math.PI) / 180)
  const cosine = Math.cos((angleDeg * Math.PI) / 180)
  const inner = root(minus(eta, [sine * sine, 0]))
  const perM = (2 * Math.PI * frequencyMhz * 1e6) / LIGHT_M_PER_S
  const q = times([(perM * thicknessMm) / 1000, 0], inner)
  const te = over(minus([cosine, 0], inner), plus([cosine, 0], inner))
  const tm = over(minus(times(eta, [cosine, 0]), inner), plus(times(eta, [cosine, 0]), inner))
  return { te: passage(te, q), tm: passage(tm, q) }
}

function passage(face: Complex, q: Complex): Passage {
  const once = exp(times([0, -1], q))
  const twice = times(once, once)
  const square = times(face, face)
  const below = minus([1, 0], times(square, twice))
  const back = over(times(face, minus([1, 0], twice)), below)
  const through = over(times(minus([1, 0], square), once), below)
  return { transmittance: absolute(through) ** 2, reflectance: absolute(back) ** 2 }
}

/** A sheet of metal lets nothing through; what arrives comes round it. Common practice, no source. */
export const MOST_SLAB_LOSS_DB = 60

/** A plan has few different walls, and each is asked for again and again. */
const known = new Map<string, number>()
const MOST_KNOWN = 5000

/** Loss straight through, dB, at most 60. */
export function slabLossDb(material: Material, thicknessMm: number, frequencyMhz: number): number {
  if (thicknessMm <= 0 || material.id === 'air') return 0
  const key = [material.a, material.b, material.c, material.d, thicknessMm, frequencyMhz].join(' ')
  let loss = known.get(key)
  if (loss === undefined) {
    if (known.size >= MOST_KNOWN) known.clear()
    known.set(key, (loss = lossThrough(material, thicknessMm, frequencyMhz)))
  }
  return loss
}

function lossThrough(material: Material, thicknessMm: number, frequencyMhz: number): number {
  const { transmittance } = throughSlab(material, thicknessMm, frequencyMhz).te
  return Math.min(MOST_SLAB_LOSS_DB, Math.max(0, -10 * Math.log10(Math.max(transmittance, 1e-30))))
}
