import type { ChangedPort } from './change'
import type { Fabric } from './fabricTypes'
import { IDS, SIDES, numbered } from './explored'
import { flatAfter } from './flat'
import type { KnownSegments, Segment } from './segmentTypes'
import { entersOtherwise, touchedStates } from './touched'
import type { TouchedState } from './touched'

/** The domains of an earlier fabric, and the ports that are set otherwise since. */
export interface Before {
  fabric: Fabric
  known: KnownSegments
  changed: readonly ChangedPort[]
}

interface Kept {
  known: KnownSegments
  touched: ReadonlySet<Segment | null>
}

export const NOTHING_KEPT = (): Kept => ({
  known: { byState: new Map(), untagged: new Map(), own: new Set(), flat: null, count: 0 },
  touched: new Set(),
})

/** What of the domains before still holds, and which do not. A domain that one sender has to himself is always worked out anew. */
export function keptOf(before: Before, fabric: Fabric): Kept {
  const { known, changed } = before
  if (changed.length === 0) return { known, touched: new Set() }
  const touched = touchedBy(before)
  const [byState, untagged] = [new Map(known.byState), new Map(known.untagged)]
  for (const [state, segment] of known.byState) if (touched.has(segment)) byState.delete(state)
  for (const [serial, segment] of known.untagged) if (touched.has(segment)) untagged.delete(serial)
  const flat = known.flat && flatAfter(known.flat, fabric, changed)
  return { known: { byState, untagged, flat, own: new Set(), count: known.count }, touched }
}

function touchedBy({ fabric, known, changed }: Before): Set<Segment | null> {
  const touched = new Set<Segment | null>(known.own)
  for (const port of changed) {
    for (const state of touchedStates(fabric, port)) addAt(fabric, known, state, touched)
    if (entersOtherwise(port)) addSenders(fabric, known, port, touched)
  }
  return touched
}

function addAt(
  { nodes }: Fabric,
  { byState }: KnownSegments,
  { deviceId, ids }: TouchedState,
  touched: Set<Segment | null>,
): void {
  const node = nodes.get(deviceId)?.serial ?? -1
  if (ids === 'every') {
    for (const [state, segment] of byState)
      if (Math.floor(state / (IDS * SIDES)) === node) touched.add(segment)
    return
  }
  for (let side = 0; side < SIDES; side++)
    for (const id of ids) {
      const segment = byState.get((node * SIDES + side) * IDS + numbered(id))
      if (segment) touched.add(segment)
    }
}

/** Where they were who are plugged in at a port: a client there, or the host at the other end of the cable. */
function addSenders(
  { nodes }: Fabric,
  { untagged }: KnownSegments,
  { before }: ChangedPort,
  touched: Set<Segment | null>,
): void {
  const there = before.peer && nodes.get(before.peer.deviceId)
  const theirs = there?.behaviour === 'host' ? [...there.ports.values()] : []
  for (const { serial } of [before, ...theirs]) {
    const segment = untagged.get(serial)
    if (segment !== undefined) touched.add(segment)
  }
}
