/** Building materials and the slab formula of ITU-R P.2040. */
import {
  MATERIALS,
  materialOf,
  permittivity,
  slabLossDb,
  throughSlab,
  wavelengthM,
} from '~/core/radio/propagation'
import type { Material } from '~/core/radio/propagation'

/** ITU-R P.2040-3 table 3, from memory: a, b, c, d. */
const TABLE: Record<string, [number, number, number, number]> = {
  air: [1, 0, 0, 0],
  concrete: [5.24, 0, 0.0462, 0.7822],
  brick: [3.91, 0, 0.0238, 0.16],
  plasterboard: [2.73, 0, 0.0085, 0.9395],
  wood: [1.99, 0, 0.0047, 1.0718],
  glass: [6.31, 0, 0.0036, 1.3394],
  ceilingBoard: [1.48, 0, 0.0011, 1.075],
  chipboard: [2.58, 0, 0.0217, 0.78],
  plywood: [2.71, 0, 0.33, 0],
  marble: [7.074, 0, 0.0055, 0.9262],
  metal: [1, 0, 1e7, 0],
}

test('the table is that of P.2040-3', () => {
  expect(Object.fromEntries(MATERIALS.map(({ id, a, b, c, d }) => [id, [a, b, c, d]]))).toEqual(TABLE)
})

/** The same slab by transfer matrices, normal incidence: an independent way to the answer (Born and Wolf 1.6). */
function byMatrix(material: Material, thicknessMm: number, mhz: number): number {
  type C = [number, number]
  const mul = (a: C, b: C): C => [a[0] * b[0] - a[1] * b[1], a[0] * b[1] + a[1] * b[0]]
  const [re, im] = permittivity(material, mhz)
  const size = Math.sqrt(Math.hypot(re, im))
  const half = Math.atan2(im, re) / 2
  const n: C = [size * Math.cos(half), size * Math.sin(half)]
  const k = (2 * Math.PI * thicknessMm) / 1000 / wavelengthM(mhz)
  const phase: C = [k * n[0], k * n[1]]
  // cos and sin of a complex number.
  const cos: C = [Math.cos(phase[0]) * Math.cosh(phase[1]), -Math.sin(phase[0]) * Math.sinh(phase[1])]
  const sin: C = [Math.sin(phase[0]) * Math.cosh(phase[1]), Math.cos(phase[0]) * Math.sinh(phase[1])]
  const n2 = n[0] ** 2 + n[1] ** 2
  const inverse: C = [n[0] / n2, -n[1] / n2]
  const sum: C = [n[0] + inverse[0], n[1] + inverse[1]]
  const term = mul(mul([0, 1], sin), sum)
  const below: C = [2 * cos[0] + term[0], 2 * cos[1] + term[1]]
  return 4 / (below[0] ** 2 + below[1] ** 2)
}

describe('the slab', () => {
  test('agrees with transfer matrices for every material, thickness and band', () => {
    for (const material of MATERIALS.filter(({ id }) => id !== 'metal'))
      for (const mhz of [2440, 5500, 6200])
        for (const mm of [3, 13, 60, 150, 240])
          expect(throughSlab(material, mm, mhz).te.transmittance).toBeCloseTo(byMatrix(material, mm, mhz), 9)
  })

  test('what is neither let through nor thrown back is lost: nothing, without conductivity, at any angle', () => {
    const clear = { ...materialOf('glass'), c: 0 }
    for (const angle of [0, 30, 60, 80])
      for (const { transmittance, reflectance } of Object.values(throughSlab(clear, 8, 5500, angle)))
        expect(transmittance + reflectance).toBeCloseTo(1, 9)
  })

  test('half a wave thick it lets all through, a quarter it throws most back', () => {
    const clear = { ...materialOf('glass'), c: 0 }
    const half = (wavelengthM(5500) / Math.sqrt(6.31) / 2) * 1000
    expect(throughSlab(clear, half, 5500).te.transmittance).toBeCloseTo(1, 9)
    expect(throughSlab(clear, half / 2, 5500).te.reflectance).toBeCloseTo(((6.31 - 1) / (6.31 + 1)) ** 2, 9)
  })

  test('no reflection at Brewster’s angle, tan θ = √εr, for the parallel polarisation', () => {
    const clear = { ...materialOf('brick'), c: 0 }
    const brewster = (Math.atan(Math.sqrt(3.91)) * 180) / Math.PI
    expect(throughSlab(clear, 100, 5500, brewster).tm.reflectance).toBeCloseTo(0, 9)
  })

  test('each further metre of brick costs 1636 σ ÷ √εr dB, P.2040-3 eq. 26b', () => {
    const sigma = 0.0238 * 5.5 ** 0.16
    const deep = (metres: number) =>
      -10 * Math.log10(throughSlab(materialOf('brick'), metres * 1000, 5500).te.transmittance)
    expect(deep(3) - deep(2)).toBeCloseTo((1636 * sigma) / Math.sqrt(3.91), 0)
  })

  test('losses that installers count on (common practice, no source)', () => {
    expect(slabLossDb(materialOf('plasterboard'), 13, 2440)).toBeLessThan(3)
    expect(slabLossDb(materialOf('brick'), 215, 5500)).toBeGreaterThan(4)
    expect(slabLossDb(materialOf('brick'), 215, 5500)).toBeLessThan(15)
    expect(slabLossDb(materialOf('concrete'), 200, 5500)).toBeGreaterThan(12)
    expect(slabLossDb(materialOf('metal'), 1, 2440)).toBe(60)
    expect(slabLossDb(materialOf('brick'), 0, 5500)).toBe(0)
  })
})
