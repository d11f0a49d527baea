import { attachmentsAt, fabricAfter } from '../layer2'
import type { Alive, Fabric, FabricAfter, Segments } from '../layer2'
import type { Device, Site } from '../../plan'
import { EVERY_PORT } from './kept'
import type { Memory, Read } from './kept'

/** What of a twin the next one may take over. */
interface Known {
  fabric: Fabric
  segments: Segments
  memory: Memory
}

/** Twins that are asked for what they know. While nobody holds one, it may be forgotten. */
const MOST_KNOWN = 8
let recent: WeakRef<Known>[] = []

const holders = new WeakMap<Fabric, Known>()

/** Held for as long as its fabric is. It takes the place of the one that it came from. */
export function remember(known: Known, before?: Predecessor): void {
  holders.set(known.fabric, known)
  const others = recent.filter((one) => one !== before?.ref)
  recent = [new WeakRef(known), ...others].slice(0, MOST_KNOWN)
}

export interface Predecessor extends FabricAfter {
  ref: WeakRef<Known>
  earlier: Known
}

/** An earlier twin of a plan that differs from this one in how ports are set, or in what frames do not depend on. */
export function predecessorOf(site: Site, alive: Alive): Predecessor | undefined {
  for (const ref of recent) {
    const earlier = ref.deref()
    const after = earlier && fabricAfter(earlier.fabric, site, alive)
    if (after) return { ...after, ref, earlier }
  }
  return undefined
}

/** All that answers may have been read from and that is not what it was. */
export const touchedReads = (
  { changed, devices, earlier, fabric }: Predecessor,
  { touched }: Segments,
): Set<Read> =>
  new Set<Read>([
    ...touched,
    ...(changed.length > 0 ? [EVERY_PORT] : []),
    ...changed.map(({ after }) => after.serial),
    ...devices.flatMap(([was, is]) => otherPlaces(earlier.fabric.site, was, fabric.site, is)),
  ])

/** Networks whose clients have other places at a device than before. */
function otherPlaces(before: Site, was: Device, after: Site, is: Device): string[] {
  const [earlier, later] = [attachmentsAt(before, was), attachmentsAt(after, is)]
  const isSame =
    earlier.length === later.length &&
    earlier.every(({ id, label, networkId }, i) => {
      const other = later[i]
      return other?.id === id && other.label === label && other.networkId === networkId
    })
  return isSame ? [] : [...earlier, ...later].flatMap(({ networkId }) => networkId ?? [])
}
