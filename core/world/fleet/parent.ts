import { draw } from '../../lib/draw'
import { canMesh, parentOptions } from '../../radio/backhaul'
import { isRunning } from '../adoption'
import { meantFor } from '../planned'
import type { Gear, World } from '../types'
import type { Id } from '../../plan'

/** Of those that choose by themselves so many take the second best. Common practice, no source: "sometimes picks badly". */
const POOR_CHOICE = 0.2

/** The parent that a device without a cable takes by radio now: the pinned one, else by its own choice among those that run. */
export function parentFor(world: World, gear: Gear): Id | null {
  const meant = meantFor(world, gear.id)
  if (world.plan.country === null || meant?.air?.way !== 'mesh' || !canMesh(meant)) return null
  const meantId = runs(world, meant.air.deviceId) ? meant.air.deviceId : null
  if (meant.air.pinned) return meantId
  const options = parentOptions(world.plan, meant)
    .map(({ parent }) => parent.id)
    .filter((id) => takesChildren(world, id))
  const [best, second] = options
  if (best === undefined) return meantId
  const luck = draw(world.seed, gear.id, 'parent', gear.epoch)
  return second !== undefined && luck < POOR_CHOICE ? second : best
}

const runs = (world: World, id: Id): boolean => isRunning(world.gear.get(id)?.phase ?? 'dark')

const takesChildren = (world: World, id: Id): boolean =>
  runs(world, id) && world.gear.get(id)?.running.device.mesh?.takesChildren === true
