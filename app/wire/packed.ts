import { inflateSync, strFromU8 } from 'fflate'

/**
 * Something large as it goes to a page: JSON, deflated, as base64. Records that are alike weigh next to nothing then; a plan of
 * 500 access points is a twentieth of what its records are one by one.
 */
export interface Packed<T> {
  base64: string
  /** Never there: what is inside, for the compiler. */
  inside?: T
}

const known = new WeakMap<Packed<unknown>, unknown>()

/** What is in a packing: the same object each time, so that what is worked out from it can be kept. */
export function unpacked<T>(packed: Packed<T>): T {
  if (!known.has(packed)) known.set(packed, inflated(packed.base64))
  return known.get(packed) as T
}

function inflated(base64: string): unknown {
  const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0))
  return JSON.parse(strFromU8(inflateSync(bytes)))
}

/** Who packed something need not unpack it. */
export function alreadyUnpacked<T>(packed: Packed<T>, value: T): Packed<T> {
  known.set(packed, value)
  return packed
}
