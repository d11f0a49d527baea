import { EVERYTHING_ALIVE, buildFabric, deliveredTo, flood } from '../layer2'
import type { Alive, Fabric, Flood, Place } from '../layer2'
import type { Site } from '../site'

/** The plan made walkable. Floods are remembered, since many questions start at the same place. */
export interface Twin {
  site: Site
  fabric: Fabric
  floodFrom: (place: Place) => Flood
}

export function twinOf(site: Site, alive: Alive = EVERYTHING_ALIVE): Twin {
  const fabric = buildFabric(site, alive)
  const floods = new Map<string, Flood>()
  const floodFrom = (place: Place): Flood => {
    const key = `${place.deviceId} ${place.key}`
    const known = floods.get(key) ?? flood(fabric, place)
    floods.set(key, known)
    return known
  }
  return { site, fabric, floodFrom }
}

/** Whether frames get from one place to the other and answers get back. */
export const hearEachOther = (twin: Twin, a: Place, b: Place): boolean =>
  deliveredTo(twin.floodFrom(a), b) !== undefined && deliveredTo(twin.floodFrom(b), a) !== undefined
