import { bestOrder } from './exact'
import type { Order } from './exact'
import { goodOrder } from './good'
import { withBreaks } from './ground'
import type { Ground } from './ground'
import { improved } from './improve'

/** Up to so many changes the best order is looked for. */
const MOST_FOR_BEST = 14

/** Up to so many the best is looked for first: on a small site every state is looked at. */
const FEW = 10

/** States that are looked at for the best order, and to make a good one better: fewer where there are many devices, as each takes longer. */
const STATES = { few: 10_000, best: 8_000, better: 2_000 } as const

/**
 * An order that is safe at every state. Where none keeps apart what both plans keep apart, one in which networks meet for as short as may
 * be: its steps say so. `effort`: a share of the states that are usually looked at to make a good order better.
 */
export function orderFor(ground: Ground, effort = 1): { order: Order; ground: Ground } {
  const strict = found(ground, effort)
  if (strict.ok) return { order: strict, ground }
  const lenient = withBreaks(ground)
  const order = found(lenient, effort)
  return order.ok ? { order, ground: lenient } : { order: strict, ground }
}

/** The best there is where that can be shown, else the best that was found. */
function found(ground: Ground, effort: number): Order {
  const { task } = ground
  const share = effort / Math.max(1, task.target.devices.length)
  const left = task.changes.length - task.done.length
  const quick = goodOrder(ground)
  const known = quick.ok ? quick.cost : null
  const first = left <= FEW && effort >= 1 ? bestOrder(ground, { states: STATES.few * share, known }) : null
  if (first) return first
  const better = quick.ok ? improved(ground, quick, STATES.better * share) : null
  if (left > FEW && left <= MOST_FOR_BEST) {
    const best = bestOrder(ground, { states: STATES.best * share, known: better?.cost ?? null })
    if (best?.ok || (best && !better)) return best
  }
  return better ? { ok: true, ...better, isBest: false } : quick
}
