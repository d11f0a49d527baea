/** A stream of numbers in [0, 1), the same for the same seed. */
export type Random = () => number

/** mulberry32 by Tommy Ettinger (public domain): 32 bits of state, good enough for drawing durations. */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}

/** A 32-bit seed from any text: FNV-1a by Fowler, Noll and Vo (public domain), constants from memory. */
export function seedFrom(text: string): number {
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return hash >>> 0
}
