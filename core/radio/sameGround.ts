import { isSameBut } from '../plan'
import type { Device, Site } from '../plan'

/** What the radio side of a plan is worked out from, besides its devices. */
const PARTS = [
  'country',
  'ground',
  'levels',
  'buildings',
  'walls',
  'obstacles',
  'areas',
  'antennas',
  'deviceTypes',
] as const satisfies readonly (keyof Site)[]

/** Plans that differ on the ground and are remembered. */
const MOST_KNOWN = 4
const known: Site[] = []

/**
 * An earlier state of a plan that is the same on the ground, or the plan itself. Edits leave what they do not touch as it was, so
 * a port that is set otherwise changes nothing here: what was worked out of the earlier state holds. The result is to be read for
 * radios, places and walls alone: the sockets of a device without a radio may be those of then.
 */
export function sameGround(site: Site): Site {
  const before = known.find((one) => isSameGround(one, site))
  if (before) return before
  known.unshift(site)
  known.length = Math.min(known.length, MOST_KNOWN)
  return site
}

const isSameGround = (one: Site, other: Site): boolean =>
  one === other ||
  (PARTS.every((part) => one[part] === other[part]) &&
    one.devices.length === other.devices.length &&
    one.devices.every((device, i) => isSameOnGround(device, other.devices[i])))

const PORTS: ReadonlySet<keyof Device> = new Set(['ports'] as const)

/** A device with a radio must be the same altogether: a mend made of it puts all of it into the plan. */
const isSameOnGround = (one: Device, other: Device | undefined): boolean =>
  one === other || (other !== undefined && one.radios.length === 0 && isSameBut(one, other, PORTS))
