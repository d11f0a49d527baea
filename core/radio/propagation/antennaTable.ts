import { bad, good } from '../../lib/outcome'
import type { Outcome } from '../../lib/outcome'

/** Loss against the peak by angle, the angles going up. */
export type Cut = [deg: number, db: number][]

/** Points further apart than this leave the pattern open. Common practice, no source. */
export const WIDEST_GAP_DEG = 30

/** Loss at an angle, straight lines between the points, round the circle. */
export function tableLossDb(cut: Cut, deg: number): number {
  if (cut.length === 0) return 0
  const angle = ((deg % 360) + 360) % 360
  const after = cut.findIndex(([at]) => at >= angle)
  const [rightDeg, rightDb] = after >= 0 ? cut[after]! : [cut[0]![0] + 360, cut[0]![1]]
  const [leftDeg, leftDb] =
    after > 0 ? cut[after - 1]! : after === 0 ? [cut.at(-1)![0] - 360, cut.at(-1)![1]] : cut.at(-1)!
  if (rightDeg === leftDeg) return rightDb
  return leftDb + ((angle - leftDeg) / (rightDeg - leftDeg)) * (rightDb - leftDb)
}

/** A cut as the kernel wants it: 0 to 360, sorted, as loss against its best point; or what is wrong with it. */
export function readCut(rows: { line: number; deg: number; db: number }[]): Outcome<Cut> {
  if (rows.length < 3)
    return bad({
      path: [],
      code: 'antenna.short',
      message: `The table has ${rows.length} usable lines; an antenna needs at least 3, better one every 10°.`,
    })
  const sorted = rows
    .map(({ line, deg, db }) => ({ line, deg: ((deg % 360) + 360) % 360, db }))
    .sort((a, b) => a.deg - b.deg)
  const problems = sorted.flatMap(({ deg, line }, i) => {
    const next = sorted[(i + 1) % sorted.length]!
    const gap = i === sorted.length - 1 ? next.deg + 360 - deg : next.deg - deg
    if (gap === 0)
      return [
        {
          path: [next.line],
          code: 'antenna.twice',
          message: `Lines ${line} and ${next.line} both give the loss at ${deg}°. Keep one.`,
        },
      ]
    if (gap <= WIDEST_GAP_DEG) return []
    return [
      {
        path: [line],
        code: 'antenna.gap',
        message: `Nothing is said between ${deg}° (line ${line}) and ${next.deg}°: ${gap.toFixed(0)}° without a figure. At most ${WIDEST_GAP_DEG}° may be left open.`,
      },
    ]
  })
  if (problems.length > 0) return { ok: false, problems }
  const peak = Math.max(...sorted.map(({ db }) => db))
  return good(sorted.map(({ deg, db }) => [deg, peak - db]))
}
