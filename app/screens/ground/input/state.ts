import { NO_LINE } from '~/core/plan/drawing'
import type { Line, PieceRef } from '~/core/plan/drawing'
import type { Edit, Level, Point, Site } from '~/core/plan'
import type { ToolName } from '../tools'
import type { Size, View } from '../useView'

/** Pixels from the upper left corner of the chart. */
export type Spot = Point

/** What the pointer holds. */
export type Hold =
  | { kind: 'pan'; from: Spot; moved: boolean }
  | { kind: 'pieces'; from: Spot; at: Spot; refs: readonly PieceRef[]; moved: boolean }
  | { kind: 'corner'; ref: PieceRef; corner: number; from: Spot; moved: boolean }
  | { kind: 'frame'; from: Spot; to: Spot }
  | { kind: 'pinch'; apart: number }

/** All that pointer and keys have begun and not ended. */
export interface InputState {
  /** The line that is being drawn. */
  line: Line
  hold: Hold | null
  /** Where the next point of a drawing goes. */
  cursor: Point | null
  /** Pointers that are down, by their number. */
  touches: ReadonlyMap<number, Spot>
}

export const AT_REST: InputState = { line: NO_LINE, hold: null, cursor: null, touches: new Map() }

/** What lies under a pointer: a piece of the chart, and which of its corners. */
export interface Target {
  piece: PieceRef | null
  corner: number | null
}

interface Pointer {
  pointer: number
  at: Spot
  shift: boolean
}

export type InputEvent =
  | ({ kind: 'down'; button: number; on: Target } & Pointer)
  | ({ kind: 'up'; button: number; on: Target } & Pointer)
  | ({ kind: 'move' } & Pointer)
  /** The pointer was taken away: what it held goes back to where it was. */
  | { kind: 'cancel' }
  | { kind: 'leave' }
  | { kind: 'double' }
  | { kind: 'key'; key: string; shift: boolean; ctrl: boolean; alt: boolean }

/** What the chart shows when something happens on it. */
export interface Seen {
  /** The plan with every edit that was made, stored yet or not; and as it is shown with what is in the hand. */
  site: Site
  shown: Site
  level: Level
  size: Size
  view: View
  tool: ToolName
  snapping: boolean
  /** What is chosen. */
  refs: readonly PieceRef[]
  /** A device that waits to be placed; an area of the brief that waits for its outline. */
  placing: string | null
  outlining: string | null
  newId: () => string
}

export type InputEffect =
  | { kind: 'tool'; tool: ToolName }
  | { kind: 'edit'; label: string; edits: Edit[] }
  /** A small step by keys: several of them make one edit. */
  | { kind: 'nudge'; label: string; edits: Edit[] }
  /** While something is dragged: the edits as they would be. */
  | { kind: 'try'; edits: Edit[] | null }
  | { kind: 'hover'; at: Point | null }
  | { kind: 'profile' | 'scale'; from: Point; to: Point }
  /** Somebody stands there, and reads. */
  | { kind: 'reading'; at: Point }
  | { kind: 'placed' }
  | { kind: 'say'; text: string }
  | { kind: 'choose'; refs: readonly PieceRef[] }
  | { kind: 'toggle'; ref: PieceRef }
  | { kind: 'pan'; dxPx: number; dyPx: number }
  | { kind: 'zoom'; factor: number; about?: Spot }
  | { kind: 'whole' }
  /** The pointer's further events belong to the chart, wherever it goes. */
  | { kind: 'capture'; pointer: number }
  /** A key was made use of: nobody else gets it. */
  | { kind: 'taken' }

export interface Stepped {
  state: InputState
  effects: InputEffect[]
}

export const stepped = (state: InputState, ...effects: InputEffect[]): Stepped => ({ state, effects })

/** One after the other. */
export const and = (first: Stepped, next: (state: InputState) => Stepped): Stepped => {
  const then = next(first.state)
  return { state: then.state, effects: [...first.effects, ...then.effects] }
}
