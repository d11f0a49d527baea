import type { Id } from './words'

/** mains: two powerline adapters over the house wiring. */
export type CableCategory = 'cat5e' | 'cat6' | 'cat6a' | 'fibre' | 'mains'

export interface LinkEnd {
  deviceId: Id
  port: number
}

/** A cable between two ports. */
export interface Link {
  id: Id
  a: LinkEnd
  b: LinkEnd
  lengthM: number
  category: CableCategory
  /** House wiring is uneven: what the user says it carries, from and to; null elsewhere and until said. */
  statedMbps: [low: number, high: number] | null
}
