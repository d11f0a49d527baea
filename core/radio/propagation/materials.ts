import type { Complex } from './complex'

/** εr′ = a f^b and σ = c f^d S/m, f in GHz. */
export interface Material {
  id: string
  name: string
  a: number
  b: number
  c: number
  d: number
  /** Frequencies that the figures hold for. */
  fromGhz: number
  toGhz: number
  /** A usual thickness to begin with. Common practice, no source. */
  usualMm: number
}

const of = (
  id: string,
  name: string,
  [a, b, c, d]: [number, number, number, number],
  [fromGhz, toGhz]: [number, number],
  usualMm: number,
): Material => ({ id, name, a, b, c, d, fromGhz, toGhz, usualMm })

/** Source: ITU-R P.2040-3 table 3, from memory. Air stands for its vacuum. */
export const MATERIALS: readonly Material[] = [
  of('air', 'Nothing (open)', [1, 0, 0, 0], [0.001, 100], 0),
  of('concrete', 'Concrete', [5.24, 0, 0.0462, 0.7822], [1, 100], 150),
  of('brick', 'Brick', [3.91, 0, 0.0238, 0.16], [1, 40], 215),
  of('plasterboard', 'Plasterboard', [2.73, 0, 0.0085, 0.9395], [1, 100], 13),
  of('wood', 'Wood', [1.99, 0, 0.0047, 1.0718], [0.001, 100], 30),
  of('glass', 'Glass', [6.31, 0, 0.0036, 1.3394], [0.1, 100], 6),
  of('ceilingBoard', 'Ceiling board', [1.48, 0, 0.0011, 1.075], [1, 100], 15),
  of('chipboard', 'Chipboard', [2.58, 0, 0.0217, 0.78], [1, 100], 18),
  of('plywood', 'Plywood', [2.71, 0, 0.33, 0], [1, 40], 18),
  of('marble', 'Marble', [7.074, 0, 0.0055, 0.9262], [1, 60], 20),
  of('metal', 'Metal sheet', [1, 0, 1e7, 0], [1, 100], 1),
]

export const MATERIAL_IDS = MATERIALS.map(({ id }) => id)

export const materialOf = (id: string): Material => {
  const found = MATERIALS.find((material) => material.id === id)
  if (!found) throw new RangeError(`no material ${id}`)
  return found
}

/** Relative permittivity η = εr′ − j 17.98 σ ÷ f. Source: ITU-R P.2040-3 eq. 9b. */
export function permittivity({ a, b, c, d }: Material, frequencyMhz: number): Complex {
  const ghz = frequencyMhz / 1000
  return [a * ghz ** b, (-17.98 * c * ghz ** d) / ghz]
}
