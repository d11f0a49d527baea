import { EVERYTHING_ALIVE } from '../../network/layer2'
import type { Alive } from '../../network/layer2'
import { twinOf } from '../../network/layer3'
import type { Twin } from '../../network/layer3'
import { darkDevices } from '../../network/power'
import { outsideTunnel } from '../../network/discovery'
import { deviceOf } from '../../plan'
import type { Device, Id, Site } from '../../plan'
import { uplinkFault } from './registers'

/**
 * What of a plan would be alive if it were built: devices that have power, cables, and radio uplinks that register. One
 * answer for findings, matrix and bench.
 */
export function planAlive(site: Site): Alive {
  const dark = darkDevices(site)
  const alive: Alive = {
    ...EVERYTHING_ALIVE,
    device: (id) => (dark.get(id) ?? null) === null,
    whyDark: (id) => dark.get(id) ?? null,
    air: (childId) => uplinkFault(site, childId),
  }
  return { ...alive, tunnel: tunnels(site, alive) }
}

/** A tunnel stands on the rest of the site: on that it is asked whether it comes up. */
function tunnels(site: Site, alive: Alive): Alive['tunnel'] {
  let rest: Twin | null = null
  return (childId) => {
    const [child, controller] = [deviceOf(site, childId), controllerOf(site, childId)]
    if (!child || !controller) return 'The plan names no controller for it.'
    rest ??= twinOf(site, { ...alive, tunnel: () => 'It is not asked for.' })
    const way = outsideTunnel(rest, child, controller)
    return way.ok ? null : way.why
  }
}

const controllerOf = (site: Site, childId: Id): Device | undefined =>
  deviceOf(site, deviceOf(site, childId)?.adoption?.controllerId ?? null)

/** The plan made walkable as it would stand if it were built. */
export const planTwin = (site: Site): Twin => twinOf(site, planAlive(site))
