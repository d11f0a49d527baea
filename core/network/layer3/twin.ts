import {
  EVERYTHING_ALIVE,
  buildFabric,
  flood,
  placeKey,
  portAt,
  samePlace,
  sameWays,
  segmentsOf,
} from '../layer2'
import type { Alive, Fabric, Flood, Place, Segment, Segments } from '../layer2'
import { EVERY_PORT, emptyMemory, heed, takeOver } from './kept'
import type { Memory } from './kept'
import { predecessorOf, remember, touchedReads } from './succession'
import { deviceOf } from '../../plan'
import type { Id, Site } from '../../plan'

/** The plan made walkable. Broadcast domains are remembered, since many questions start in the same one. */
export interface Twin {
  site: Site
  fabric: Fabric
  segments: Pick<Segments, 'from'>
  floodFrom: (place: Place) => Flood
  /** What was asked of it. */
  memory: Memory
}

/** What an earlier twin knows and port settings alone do not change is taken over from it. */
export function twinOf(site: Site, alive: Alive = EVERYTHING_ALIVE): Twin {
  const before = predecessorOf(site, alive)
  const fabric = before?.fabric ?? buildFabric(site, alive)
  const segments = segmentsOf(
    fabric,
    before && {
      fabric: before.earlier.fabric,
      known: before.earlier.segments.known,
      changed: before.changed,
    },
  )
  const memory = emptyMemory()
  if (before) {
    sameWays(before.earlier.fabric, fabric)
    takeOver(before.earlier.memory, memory, touchedReads(before, segments))
  }
  remember({ fabric, segments, memory }, before)
  const floods = new Map<string, Flood>()
  return {
    site,
    fabric,
    memory,
    segments: {
      from(place, tag) {
        const segment = segments.from(place, tag)
        heed({ memory }, segment)
        return segment
      },
    },
    floodFrom(place) {
      heed({ memory }, EVERY_PORT)
      const key = placeKey(place)
      const known = floods.get(key) ?? flood(fabric, place)
      floods.set(key, known)
      return known
    },
  }
}

/** Whether an untagged frame sent from one place comes out at the other. */
export const hears = (twin: Twin, from: Place, to: Place): boolean =>
  !samePlace(from, to) && comesOutAt(twin, twin.segments.from(from), to)

/** Whether what is sent in a segment comes out at a place. */
export function comesOutAt({ fabric }: Twin, segment: Segment | null, place: Place): boolean {
  const port = segment && portAt(fabric, place)
  return port ? segment.ends[port.serial] === 1 : false
}

/** Whether frames get from one place to the other and answers get back. */
export const hearEachOther = (twin: Twin, a: Place, b: Place): boolean =>
  hears(twin, a, b) && hears(twin, b, a)

/** Remembers what a function worked out for a twin; a twin never changes. Not for what is asked within `keptPerTwin`. */
export function perTwin<T>(work: (twin: Twin) => T): (twin: Twin) => T {
  const known = new WeakMap<Twin, { value: T }>()
  return (twin) => {
    const made = known.get(twin) ?? { value: work(twin) }
    known.set(twin, made)
    return made.value
  }
}

export const deviceName = (twin: Twin, id: Id): string => deviceOf(twin.site, id)?.name ?? id
