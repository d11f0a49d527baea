import { earthBulgeM } from '~/core/radio/backhaul'
import { fresnelRadiusM, freeSpaceLossDb, twoRayLossDb } from '~/core/radio/propagation'

/**
 * First Fresnel radius in the usual units: F1 = 17.3 √(d1 d2 ÷ (f d)), km, GHz, metres.
 * Source: ITU-R P.530-18 equation 3.
 */
test.each([
  [5.8, 0.5, 0.5],
  [2.4, 1, 9],
  [5.5, 0.03, 0.03],
  [6.2, 4, 2],
])('the first Fresnel zone at %d GHz, %d and %d km', (ghz, d1Km, d2Km) => {
  const rule = 17.3 * Math.sqrt((d1Km * d2Km) / (ghz * (d1Km + d2Km)))
  expect(fresnelRadiusM(ghz * 1000, d1Km * 1000, d2Km * 1000) / rule).toBeCloseTo(1, 2)
})

/** Bulge of the earth: h = d1 d2 ÷ (12.74 k), km and metres. Source: ITU-R P.530 handbook form; k = 4/3. */
test.each([
  [5, 5],
  [1, 9],
  [20, 30],
])('the earth between %d and %d km', (d1Km, d2Km) => {
  expect(earthBulgeM(d1Km * 1000, d2Km * 1000) / ((d1Km * d2Km) / (12.74 * (4 / 3)))).toBeCloseTo(1, 2)
})

/** Free space: 92.4 + 20 log f(GHz) + 20 log d(km), which is 32.4 in MHz. Source: ITU-R P.525-4 equation 4. */
test.each([
  [5.5, 0.0566],
  [2.44, 1],
  [6.2, 12],
])('free space at %d GHz over %d km', (ghz, km) => {
  expect(freeSpaceLossDb(ghz * 1000, km * 1000)).toBeCloseTo(
    92.4 + 20 * Math.log10(ghz) + 20 * Math.log10(km),
    1,
  )
})

/** Two rays off a perfect surface: |2 sin(2π h1 h2 ÷ (λ d))| over free space, for grazing paths. Textbook closed form. */
test('two rays against their closed form', () => {
  const lambda = 299.792458 / 5500
  for (const d of [300, 700, 1500, 4000]) {
    const closed =
      freeSpaceLossDb(5500, d) - 20 * Math.log10(Math.abs(2 * Math.sin((2 * Math.PI * 3 * 4) / (lambda * d))))
    expect(twoRayLossDb(5500, d, 3, 4)).toBeCloseTo(closed, 1)
  }
})

/** Far out the loss grows by 40 dB a decade, whatever the frequency: 40 log d − 20 log h1 h2. Textbook far field. */
test('the far field falls by 40 dB a decade', () => {
  const far = (d: number) => twoRayLossDb(2440, d, 2, 2)
  expect(far(100_000) - far(10_000)).toBeCloseTo(40, 1)
  expect(far(100_000)).toBeCloseTo(40 * 5 - 20 * Math.log10(4), 1)
})
