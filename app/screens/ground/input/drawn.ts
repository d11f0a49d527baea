import { NO_LINE, drawLine, drawnProblem } from '~/core/plan/drawing'
import type { Point } from '~/core/plan'
import { finishedDrawing } from '../finishedDrawing'
import { toolOf } from '../tools'
import { stepped } from './state'
import type { InputState, Seen, Stepped } from './state'

/** A spot of the line that is drawn; a tool that wants no more ends it. */
export function spotAdded(state: InputState, at: Point, square: boolean, seen: Seen): Stepped {
  const line = drawLine(state.line, { kind: 'click', at, square })
  const next = { ...state, line }
  const { draws } = toolOf(seen.tool)
  const isDone = draws === 'spot' || (draws === 'two spots' && line.points.length === 2)
  return isDone ? finished(next, line.points, seen) : stepped(next)
}

/** What was drawn becomes what the tool makes of it, or says why it cannot. */
export function finished(state: InputState, points: Point[], seen: Seen): Stepped {
  const { tool, level, site } = seen
  const { draws } = toolOf(tool)
  const ended: InputState = { ...state, line: NO_LINE }
  const problem = draws === 'spot' || draws === 'two spots' ? null : drawnProblem(points, draws === 'outline')
  if (problem) return stepped({ ...state, line: { ...NO_LINE, points, problem } })
  const [first, second] = points
  if (draws === 'two spots' && first && second)
    return stepped(ended, { kind: tool === 'scale' ? 'scale' : 'profile', from: first, to: second })
  if (tool === 'reading' && first) return stepped(ended, { kind: 'reading', at: first })
  const made = finishedDrawing(tool, points, site, level, seen, seen.newId)
  if (!made) return stepped(ended)
  if ('says' in made) return stepped(ended, { kind: 'say', text: made.says })
  return stepped(
    ended,
    { kind: 'edit', label: made.label, edits: made.edits },
    tool === 'device' ? { kind: 'placed' } : { kind: 'tool', tool: 'choose' },
    { kind: 'choose', refs: [made.chosen] },
  )
}
