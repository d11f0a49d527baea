import type { Action } from '../adoption'
import { put, say, stir } from '../engine/change'
import { anySlip, slipOf } from '../faults'
import { plannedFor, typedFor } from '../planned'
import type { World } from '../types'

/** Somebody slips when the plan is carried out. What was set up beforehand was set up by the same hands. */
export function slip(world: World, { code, luck }: Extract<Action, { kind: 'slip' }>): string | null {
  if (world.hands) return 'Something is hidden already.'
  const hands = code === null ? anySlip(world.plan, luck) : slipOf(world.plan, code, luck)
  if (!hands) return 'That mistake cannot be made here.'
  world.hands = hands
  for (const gear of [...world.gear.values()]) {
    const made = typedFor(world, gear.id)
    if (made && !gear.isFactory && gear.saved === plannedFor(world, gear.id))
      put(world, gear, { saved: made, running: made })
  }
  stir(world, true)
  return null
}

/** Tells what the slip was. What holds it goes on holding it until it is set up again. */
export function reveal(world: World): string | null {
  if (!world.hands) return 'Nothing was hidden.'
  world.isRevealed = true
  // Everything is told anew.
  for (const [id, gear] of world.gear) world.gear.set(id, { ...gear })
  world.version++
  say(world, null, `Hidden was this: ${world.hands.says}`)
  return null
}
