/** Propagation against figures that were published elsewhere. */
import {
  SITE_GENERAL,
  breakPointM,
  edgeLossDb,
  edgeNu,
  fieldStrengthVPerM,
  fresnelRadiusM,
  freeSpaceLossDb,
  powerLawLossDb,
  siteGeneralLossDb,
  twoRayLossDb,
  twoSlopeLossDb,
  wavelengthM,
} from '~/core/radio/propagation'

describe('ITU-R P.525, free space', () => {
  // Source: the formula's own constant at 1 MHz and 1 km, and textbook link budgets, from memory.
  test.each([
    [1, 1000, 32.4],
    [1000, 1000, 92.4],
    [2400, 1000, 100.0],
    [2400, 100, 80.0],
    [5800, 10_000, 127.7],
    [10_000, 100_000, 152.4],
  ])('%d MHz over %d m loses %d dB', (mhz, metres, db) => {
    expect(freeSpaceLossDb(mhz, metres)).toBeCloseTo(db, 1)
  })

  test('is 20 log(4πd ÷ λ), ITU-R P.525-4 eq. 3, but for its rounded constant', () => {
    for (const mhz of [433, 2440, 5500, 6200, 60_000])
      for (const metres of [1, 17, 250, 9000]) {
        const exact = 20 * Math.log10((4 * Math.PI * metres) / wavelengthM(mhz))
        expect(Math.abs(freeSpaceLossDb(mhz, metres) - exact)).toBeLessThan(0.06)
      }
  })

  test('1 kW at 1 km gives 173 mV/m, ITU-R P.525-4 eq. 5', () => {
    expect(fieldStrengthVPerM(1000, 1000) * 1000).toBeCloseTo(173.2, 1)
  })
})

describe('ITU-R P.1238, indoors', () => {
  test('the power law by hand: 20 log 5200 + 31 log 10 − 28 = 77.3 dB at 10 m, P.1238-8 eq. 1', () => {
    expect(powerLawLossDb(5200, 10, 31)).toBeCloseTo(77.32, 2)
    expect(powerLawLossDb(2400, 20, 30, 14)).toBeCloseTo(67.6 + 39.03 - 28 + 14, 1)
  })

  test('site-general coefficients of P.1238-11 table 2, from memory, and its eq. 1 by hand', () => {
    expect(SITE_GENERAL.officeLos).toMatchObject({ alpha: 1.46, beta: 34.62, gamma: 2.03, sigmaDb: 3.76 })
    expect(SITE_GENERAL.officeNlos).toMatchObject({ alpha: 2.46, beta: 29.53, gamma: 2.38, sigmaDb: 5.04 })
    expect(SITE_GENERAL.corridorLos).toMatchObject({ alpha: 1.63, beta: 28.12, gamma: 2.25, sigmaDb: 4.07 })
    expect(SITE_GENERAL.industrialLos).toMatchObject({ alpha: 2.31, beta: 24.52, gamma: 2.06, sigmaDb: 2.69 })
    expect(siteGeneralLossDb(5000, 10, SITE_GENERAL.officeLos)).toBeCloseTo(14.6 + 34.62 + 20.3 * 0.69897, 2)
  })

  test('line of sight in an office loses no more than free space and a little', () => {
    for (const metres of [3, 10, 25]) {
      const difference =
        siteGeneralLossDb(5000, metres, SITE_GENERAL.officeLos) - freeSpaceLossDb(5000, metres)
      expect(difference).toBeGreaterThan(-9)
      expect(difference).toBeLessThan(3)
    }
  })
})

/** Loss over a sharp edge from the Fresnel integrals themselves, summed step by step: ITU-R P.526-15 eq. 30. */
function exactEdgeLossDb(nu: number): number {
  let [c, s] = [0, 0]
  const steps = 40_000
  for (let i = 0; i < steps; i++) {
    const t = ((i + 0.5) / steps) * nu
    c += (Math.cos((Math.PI * t * t) / 2) * nu) / steps
    s += (Math.sin((Math.PI * t * t) / 2) * nu) / steps
  }
  return -20 * Math.log10(Math.sqrt((1 - c - s) ** 2 + (c - s) ** 2) / 2)
}

describe('ITU-R P.526, knife edge', () => {
  test('J(ν) is within half a decibel of the Fresnel integrals from −0.7 to 4', () => {
    for (let nu = -0.7; nu <= 4; nu += 0.1)
      expect(Math.abs(edgeLossDb(nu) - exactEdgeLossDb(nu))).toBeLessThan(0.5)
  })

  test('figures of its fig. 9: 6 dB at grazing, about 14 at ν = 1, 19 at ν = 2; none below −0.78', () => {
    expect(edgeLossDb(0)).toBeCloseTo(6.0, 1)
    expect(edgeLossDb(1)).toBeCloseTo(13.9, 1)
    expect(edgeLossDb(2)).toBeCloseTo(19.0, 1)
    expect(edgeLossDb(-0.8)).toBe(0)
  })

  test('ν is √2 at the first Fresnel radius, by the definitions of eq. 2 and 26', () => {
    const radius = fresnelRadiusM(5500, 300, 700)
    expect(edgeNu(5500, radius, 300, 700)).toBeCloseTo(Math.SQRT2, 6)
  })

  test('Fresnel radius in the middle of 1 km at 5.8 GHz is 3.6 m; 17.3 √(d ÷ 4f) of the handbooks, from memory', () => {
    expect(fresnelRadiusM(5800, 500, 500)).toBeCloseTo(17.32 * Math.sqrt(1 / (4 * 5.8)), 1)
  })
})

describe('two rays', () => {
  const [mhz, h1, h2] = [5500, 4, 1.5]

  test('far out the closed form h1² h2² ÷ d⁴ holds, and 40 dB a decade (plane earth)', () => {
    const far = breakPointM(mhz, h1, h2) * 20
    expect(twoRayLossDb(mhz, far, h1, h2)).toBeCloseTo(40 * Math.log10(far) - 20 * Math.log10(h1 * h2), 1)
    expect(twoRayLossDb(mhz, far * 10, h1, h2) - twoRayLossDb(mhz, far, h1, h2)).toBeCloseTo(40, 1)
  })

  test('the break point is 4 h1 h2 ÷ λ: 440 m at 5.5 GHz from 4 m to 1.5 m', () => {
    expect(breakPointM(mhz, h1, h2)).toBeCloseTo((4 * h1 * h2) / (299.792458 / mhz), 6)
    expect(twoSlopeLossDb(mhz, 4400, h1, h2) - twoSlopeLossDb(mhz, 440.3, h1, h2)).toBeCloseTo(40, 1)
    expect(twoSlopeLossDb(mhz, 100, h1, h2)).toBe(freeSpaceLossDb(mhz, 100))
  })

  test('near by the ripple goes round free space, at most 6 dB over it', () => {
    for (let d = 10; d < 200; d += 0.5)
      expect(freeSpaceLossDb(mhz, d) - twoRayLossDb(mhz, d, h1, h2)).toBeLessThan(6.1)
  })
})

test('nodes 6 to 12 m apart indoors, one or two light walls: −40 to −62 dBm (common practice, no source)', () => {
  const level = (metres: number, wallsDb: number) => 20 + 3 + 3 - freeSpaceLossDb(5500, metres) - wallsDb
  expect(level(6, 3)).toBeLessThan(-35)
  expect(level(6, 3)).toBeGreaterThan(-62)
  expect(level(12, 8)).toBeLessThan(-40)
  expect(level(12, 8)).toBeGreaterThan(-62)
})
