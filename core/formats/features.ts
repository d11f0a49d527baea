import type { Id } from '../plan'
import type { Position } from './globe'

/** Pieces that are drawn as outlines. */
export const OUTLINED = ['buildings', 'obstacles', 'keepOuts', 'areas'] as const
export type Outlined = (typeof OUTLINED)[number]

/** What a feature of ours says beside its record, so that it comes back whole. */
export interface Extras {
  /** Names of the levels and networks that the record's ids stand for. */
  names: { levels: Record<Id, string>; networks: Record<Id, string> }
  /** The outline was drawn clockwise: it was turned for the file, first corner first. */
  turned?: true
  /** What crosses the date line is cut in two for the file; this is it in one. */
  uncut?: Position[]
}

/** First corner first, the other way round. */
export const turnedRound = <T>([first, ...rest]: readonly T[]): T[] =>
  first === undefined ? [] : [first, ...rest.reverse()]
