/** Density of the standard normal distribution. */
export const density = (z: number): number => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)

/**
 * Its distribution, to 1.2e-7. Source: the complementary error function by a Chebyshev fit, W. H. Press et al., Numerical Recipes, section
 * 6.2 (from memory).
 */
export function below(z: number): number {
  const x = Math.abs(z) / Math.SQRT2
  const t = 1 / (1 + x / 2)
  const fit = COEFFICIENTS.reduceRight((sum, coefficient) => coefficient + t * sum, 0)
  const beyond = t * Math.exp(-x * x + fit)
  return z > 0 ? 1 - beyond / 2 : beyond / 2
}

const COEFFICIENTS = [
  -1.26551223, 1.00002368, 0.37409196, 0.09678418, -0.18628806, 0.27886807, -1.13520398, 1.48851587,
  -0.82215223, 0.17087277,
]

/** density / distribution, also far out, where both vanish: it goes to −z. Below −30 by its asymptote (Abramowitz and Stegun 26.2.12). */
export const hazardBelow = (z: number): number => (z < -7 ? -z - 1 / z + 2 / z ** 3 : density(z) / below(z))
