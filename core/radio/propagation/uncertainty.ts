/** Standard normal distribution. Source: Abramowitz and Stegun 7.1.26, error below 1.5e-7. */
export function normalShare(z: number): number {
  const x = Math.abs(z) / Math.SQRT2
  const t = 1 / (1 + 0.3275911 * x)
  const poly =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))))
  const erf = 1 - poly * Math.exp(-x * x)
  return z >= 0 ? (1 + erf) / 2 : (1 - erf) / 2
}

/** The z that a share of the normal distribution lies below, by halving. */
export function normalQuantile(share: number): number {
  let [low, high] = [-8, 8]
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2
    if (normalShare(middle) < share) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/**
 * How much a computed level must lie over the need so that the need is met with that confidence: z · σ.
 * Differences between model and measurement in dB are taken as normal (log-normal fading), as ITU-R P.1238 and P.1411 do.
 */
export const marginDb = (sigmaDb: number, confidencePercent: number): number =>
  sigmaDb * normalQuantile(confidencePercent / 100)
