import { EVERYTHING_ALIVE } from '../../network/layer2'
import type { Alive } from '../../network/layer2'
import { twinOf } from '../../network/layer3'
import type { Twin } from '../../network/layer3'
import { darkDevices } from '../../network/power'
import type { Site } from '../../plan'
import { uplinkFault } from './registers'

/**
 * What of a plan would be alive if it were built: devices that have power, cables, and radio uplinks that register. One
 * answer for findings, matrix and bench.
 */
export function planAlive(site: Site): Alive {
  const dark = darkDevices(site)
  return {
    ...EVERYTHING_ALIVE,
    device: (id) => (dark.get(id) ?? null) === null,
    whyDark: (id) => dark.get(id) ?? null,
    air: (childId) => uplinkFault(site, childId),
  }
}

/** The plan made walkable as it would stand if it were built. */
export const planTwin = (site: Site): Twin => twinOf(site, planAlive(site))
