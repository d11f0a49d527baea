import type { Place } from '../layer2'
import { frameWay, stoppedWay } from './hops'
import type { FrameWay } from './hops'
import { hears } from './twin'
import type { Twin } from './twin'

/** How much a question wants to know: the verdict with its reason, or every hop as well. */
export interface Asking {
  twin: Twin
  hops: boolean
}

/** Whether a frame gets from one place to another. Hops are only walked where they are asked for. */
export function wayOf({ twin, hops }: Asking, from: Place, to: Place): FrameWay {
  if (!hears(twin, from, to)) return stoppedWay(twin, from, to)
  return hops ? frameWay(twin, from, to) : { ok: true, hops: [], reason: null }
}
