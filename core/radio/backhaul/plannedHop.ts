import { deviceOf } from '../../plan'
import type { Band, Device, Site } from '../../plan'
import { bridgeHop } from './bridgeHop'
import { pairOn, radioHop } from './radioHop'
import type { RadioHop } from './radioHop'

export function hopBetween(site: Site, parent: Device, child: Device, band: Band): RadioHop | string {
  const pair = pairOn(site, parent, child, band)
  return typeof pair === 'string' ? pair : radioHop(site, ...pair)
}

/** What a hop depends on besides its two devices: with these the same it is the same, whatever else a plan has lost or gained. */
const GROUND = [
  'walls',
  'obstacles',
  'buildings',
  'levels',
  'keepOuts',
  'antennas',
  'deviceTypes',
  'ground',
  'backhaul',
  'country',
] as const

interface Known {
  ground: unknown[]
  parent: Device
  hop: RadioHop | string
}
const known = new WeakMap<Device, Known>()

/** The hop of a device's radio uplink as it is planned; or why there is none, in words. */
export function plannedHop(site: Site, child: Device): RadioHop | string {
  const parent = deviceOf(site, child.air?.deviceId ?? null)
  if (!child.air || !parent) return `${child.name} has no radio uplink.`
  const last = known.get(child)
  const ground = GROUND.map((field) => site[field])
  if (last?.parent === parent && last.ground.every((one, i) => one === ground[i])) return last.hop
  const pair = pairOn(site, parent, child, child.air.band)
  const hop =
    typeof pair === 'string'
      ? pair
      : child.air.way === 'bridge'
        ? bridgeHop(site, ...pair)
        : radioHop(site, ...pair)
  known.set(child, { ground, parent, hop })
  return hop
}
