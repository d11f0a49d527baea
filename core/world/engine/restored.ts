import type { Configuration } from '../configuration'
import { plannedFor, typedFor } from '../planned'
import type { Gear, World } from '../types'

/** A world read back from where it was kept: what is as planned is the plan's own value again, since that is how it is told. */
export function restored(world: World): World {
  for (const gear of world.gear.values()) world.gear.set(gear.id, relinked(world, gear))
  return world
}

function relinked(world: World, gear: Gear): Gear {
  const known = [plannedFor(world, gear.id), typedFor(world, gear.id)]
  const own = (held: Configuration): Configuration =>
    known.find((one) => one !== null && JSON.stringify(held) === JSON.stringify(one)) ?? held
  const saved = own(gear.saved)
  return { ...gear, saved, running: gear.running === gear.saved ? saved : own(gear.running) }
}
