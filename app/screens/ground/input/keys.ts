import { NO_LINE, copied, drawLine, isLengthCharacter, removed, shifted } from '~/core/plan/drawing'
import type { Point } from '~/core/plan'
import { ARROWS, moveLabel } from '../chartGestures'
import { TOOLS, toolOf } from '../tools'
import { finished, spotAdded } from './drawn'
import { LOCKED, letGo } from './pointer'
import { and, stepped } from './state'
import type { InputEffect, InputEvent, InputState, Seen, Stepped } from './state'

type Key = Extract<InputEvent, { kind: 'key' }>

/** What the pointer can do the keys can do too. A key that is made use of is taken. */
export function keyDown(state: InputState, event: Key, seen: Seen): Stepped {
  const done = event.ctrl || event.alt ? copyKey(state, event, seen) : plainKey(state, event, seen)
  return done ? and(done, (next) => stepped(next, { kind: 'taken' })) : stepped(state)
}

function copyKey(state: InputState, { key, ctrl }: Key, seen: Seen): Stepped | null {
  return key.toLowerCase() === 'd' && ctrl && seen.refs.length > 0 ? copyMade(state, seen) : null
}

/** What is chosen once more, a little beside itself. */
function copyMade(state: InputState, { site, refs, newId }: Seen): Stepped {
  const made = copied(site, refs, [2, -2], newId)
  if (made.edits.length === 0)
    return stepped(state, { kind: 'say', text: 'Devices are not copied here: add one at Ports.' })
  return stepped(
    state,
    { kind: 'edit', label: 'Copy what is chosen', edits: made.edits },
    { kind: 'choose', refs: made.refs },
  )
}

/** Null: the key means nothing here. */
function plainKey(state: InputState, event: Key, seen: Seen): Stepped | null {
  const { line, hold } = state
  if (hold) return event.key === 'Escape' ? letGo(state) : null
  const next = line.points.length === 0 && TOOLS.find(({ key }) => key === event.key)
  if (next) return stepped(state, { kind: 'tool', tool: next.name })
  const arrow = ARROWS[event.key]
  if (arrow) return arrowKey(state, arrow, event.shift, seen)
  const look = lookKey(event.key, line.typed === '' && line.points.length === 0)
  if (look) return stepped(state, look)
  return toolOf(seen.tool).draws === 'nothing'
    ? chosenKey(state, event.key, seen)
    : drawingKey(state, event, seen)
}

function lookKey(key: string, isFree: boolean): InputEffect | null {
  if (key === '+' || key === '=') return { kind: 'zoom', factor: 1.25 }
  if (key === '-') return { kind: 'zoom', factor: 0.8 }
  return key === '0' && isFree ? { kind: 'whole' } : null
}

function chosenKey(state: InputState, key: string, { refs, site }: Seen): Stepped | null {
  if (refs.length === 0) return null
  const none = { kind: 'choose', refs: [] } as const
  if (key === 'Escape') return stepped(state, none)
  if (key !== 'Delete' && key !== 'Backspace') return null
  return stepped(
    state,
    { kind: 'edit', label: 'Take what is chosen off the ground', edits: removed(site, refs) },
    none,
  )
}

function drawingKey(state: InputState, { key, shift }: Key, seen: Seen): Stepped | null {
  const { line } = state
  const drawn = (event: Parameters<typeof drawLine>[1]) => stepped({ ...state, line: drawLine(line, event) })
  switch (key) {
    case 'Escape':
      return line.points.length > 0
        ? stepped({ ...state, line: NO_LINE })
        : stepped(state, { kind: 'tool', tool: 'choose' })
    case ' ':
      return spotAdded(state, state.cursor ?? seen.view.middle, shift, seen)
    case 'Enter':
      if (line.typed) return drawn({ kind: 'enter', unit: seen.site.ground.units })
      return line.points.length > 0 ? finished(state, line.points, seen) : null
    case 'Backspace':
      return drawn({ kind: 'erase' })
    default:
      return line.points.length > 0 && isLengthCharacter(key) ? drawn({ kind: 'type', character: key }) : null
  }
}

function arrowKey(state: InputState, [dx, dy]: Point, isFar: boolean, seen: Seen): Stepped {
  if (toolOf(seen.tool).draws !== 'nothing') {
    const step = isFar ? 5 : 0.5
    const from = state.cursor ?? seen.view.middle
    const to: Point = [from[0] + dx * step, from[1] + dy * step]
    const line = drawLine(state.line, { kind: 'move', to, square: false })
    return stepped({ ...state, cursor: to, line }, { kind: 'hover', at: to })
  }
  if (seen.refs.length === 0) return stepped(state, { kind: 'pan', dxPx: -dx * 40, dyPx: dy * 40 })
  const step = isFar ? 1 : 0.1
  const edits = shifted(seen.shown, seen.refs, [dx * step, dy * step])
  if (edits.length === 0) return stepped(state, { kind: 'say', text: LOCKED })
  return stepped(state, { kind: 'nudge', label: moveLabel(seen.site, seen.refs), edits })
}
