/** Median absolute deviation of a normal distribution, to its sigma. */
const MAD = 1.4826

/** Sigma of values about zero by their median, whatever a few of them are. Source: P. J. Huber, Robust Statistics (1981). */
export const sigmaByMedian = (values: readonly number[]): number => MAD * median(values.map(Math.abs))

/** The middle one, or between the two middle ones; of none, 0. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = sorted.length / 2
  return ((sorted[Math.ceil(middle) - 1] ?? 0) + (sorted[Math.floor(middle)] ?? 0)) / 2
}
