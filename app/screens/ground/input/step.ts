import { toolOf } from '../tools'
import { finished } from './drawn'
import { keyDown } from './keys'
import { letGo, pointerDown, pointerMove, pointerUp } from './pointer'
import { stepped } from './state'
import type { InputEvent, InputState, Seen, Stepped } from './state'

/**
 * What one event on the chart leads to: what is held then, and what is to be done. Nothing else is looked at or touched, so
 * that any row of events can be tried without a page.
 */
export function step(state: InputState, event: InputEvent, seen: Seen): Stepped {
  switch (event.kind) {
    case 'down':
      return pointerDown(state, event, seen)
    case 'move':
      return pointerMove(state, event, seen)
    case 'up':
      return pointerUp(state, event, seen)
    case 'cancel':
      return letGo(state)
    case 'leave':
      return stepped(state, { kind: 'hover', at: null })
    case 'double': {
      const { draws } = toolOf(seen.tool)
      const ends = (draws === 'line' || draws === 'outline') && state.line.points.length > 1
      return ends ? finished(state, state.line.points, seen) : stepped(state)
    }
    case 'key':
      return keyDown(state, event, seen)
  }
}
