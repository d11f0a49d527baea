import type { Propagation } from './propagation'

/** A radio as the kernel wants it. Power is not in it: it is added when layers are put together. */
export interface KernelRadio {
  xM: number
  yM: number
  /** Over the yard's zero. */
  zM: number
  outdoors: boolean
  /** See `gainTable`. */
  gain: Float32Array
  propagation: Propagation
}
