import type { Shift } from '~/core/guide/runbook'

/** A pause longer than this is drawn so long, and no longer. Minutes. */
const LONGEST_DRAWN = 8

/** Where a minute of a schedule is drawn: a long pause in which nobody does anything is cut short. */
export function drawnTime(shifts: readonly Shift[]): (minute: number) => number {
  const busy = [...shifts].sort((a, b) => a.startMin - b.startMin)
  const cuts: { atMin: number; byMin: number }[] = []
  let until = 0
  for (const { startMin, endMin } of busy) {
    const pause = startMin - until
    if (pause > LONGEST_DRAWN) cuts.push({ atMin: startMin, byMin: pause - LONGEST_DRAWN })
    until = Math.max(until, endMin)
  }
  return (minute) =>
    minute - cuts.reduce((sum, { atMin, byMin }) => (minute >= atMin - 1e-9 ? sum + byMin : sum), 0)
}
