/** How long something took; not ended: it had lasted so long when one looked away. */
export interface Lasted {
  time: number
  ended: boolean
  /** How many such; 1 where nobody says. */
  weight?: number
}

/** The share that lasts longer than a time, from that time on. */
export interface Survival {
  time: number
  share: number
}

/**
 * The product-limit estimate: the share that lasts longer than each time at which something ended. What was not seen to its end counts
 * as there until then. Source: E. L. Kaplan and P. Meier, Nonparametric estimation from incomplete observations, J. Am. Stat. Assoc.
 * 53 (1958), 457–481.
 */
export function survival(lasted: readonly Lasted[]): Survival[] {
  const ends = [...new Set(lasted.filter(({ ended }) => ended).map(({ time }) => time))].sort((a, b) => a - b)
  let share = 1
  return ends.map((time) => {
    const atRisk = total(lasted.filter((one) => one.time >= time))
    const ending = total(lasted.filter((one) => one.ended && one.time === time))
    share *= 1 - ending / atRisk
    return { time, share }
  })
}

const total = (lasted: readonly Lasted[]): number => lasted.reduce((sum, { weight = 1 }) => sum + weight, 0)

/** The least time by which that share has ended; null: so many were never seen to end. `share` from 0 to 1. */
export const endedBy = (curve: readonly Survival[], share: number): number | null =>
  curve.find((step) => step.share <= 1 - share + 1e-12)?.time ?? null

/** The share that lasts longer than a time. */
export const lastsBeyond = (curve: readonly Survival[], time: number): number =>
  curve.findLast((step) => step.time <= time)?.share ?? 1
