import { distanceM } from '..'
import type { Point } from '..'
import { readLength } from './lengths'
import type { LengthUnit } from './lengths'
import { along, squared } from './snap'

/** A line or outline while it is drawn. */
export interface Line {
  points: Point[]
  /** Where the pointer is, snapped. */
  pointer: Point | null
  /** What was typed for the length of the next piece. */
  typed: string
  problem: string | null
}

export const NO_LINE: Line = { points: [], pointer: null, typed: '', problem: null }

export type LineEvent =
  | { kind: 'move'; to: Point; square: boolean }
  | { kind: 'click'; at: Point; square: boolean }
  | { kind: 'type'; character: string }
  | { kind: 'erase' }
  | { kind: 'enter'; unit: LengthUnit }
  | { kind: 'give up' }

/** What follows from one event. Enter with a typed length sets the next point that far along; see `isFinished` for without. */
export function drawLine(line: Line, event: LineEvent): Line {
  const last = line.points.at(-1)
  switch (event.kind) {
    case 'move':
      return { ...line, pointer: last && event.square ? squared(last, event.to) : event.to }
    case 'click': {
      const at = last && event.square ? squared(last, event.at) : event.at
      if (last && distanceM(last, at) < 0.005) return { ...line, problem: 'That is the same spot once more.' }
      return { points: [...line.points, at], pointer: at, typed: '', problem: null }
    }
    case 'type':
      return last ? { ...line, typed: line.typed + event.character, problem: null } : line
    case 'erase':
      if (line.typed) return { ...line, typed: line.typed.slice(0, -1), problem: null }
      return { ...line, points: line.points.slice(0, -1), problem: null }
    case 'enter':
      return typedOut(line, event.unit)
    case 'give up':
      return NO_LINE
  }
}

function typedOut(line: Line, unit: LengthUnit): Line {
  const last = line.points.at(-1)
  if (!last || !line.typed) return line
  const length = readLength(line.typed, unit)
  if (!length.ok) return { ...line, problem: length.problems[0]?.message ?? null }
  const at = along(last, line.pointer ?? last, length.value)
  return { points: [...line.points, at], pointer: at, typed: '', problem: null }
}

/** Characters that belong to a length. */
export const isLengthCharacter = (key: string): boolean => /^[0-9.,'"cmftin]$/.test(key)
