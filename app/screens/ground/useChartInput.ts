import { useRef, useState } from 'react'
import type { KeyboardEvent, PointerEvent } from 'react'
import type { Edit, Point } from '~/core/plan'
import { newId } from '../../hooks/newId'
import { refOf } from './chartGestures'
import { AT_REST } from './input/state'
import type { InputEffect, InputEvent, InputState, Seen, Spot, Target } from './input/state'
import { step } from './input/step'
import { toolOf } from './tools'
import type { ToolName } from './tools'
import type { useView } from './useView'
import type { useSelection } from './useSelection'

export interface ChartInput extends Omit<Seen, 'view' | 'refs' | 'newId'> {
  view: ReturnType<typeof useView>
  selection: ReturnType<typeof useSelection>
  onTool: (tool: ToolName) => void
  onEdit: (label: string, edits: Edit[]) => void
  onNudge: (label: string, edits: Edit[]) => void
  onTry: (edits: Edit[] | null) => void
  onHover: (at: Point | null) => void
  onProfile: (from: Point, to: Point) => void
  onScale: (from: Point, to: Point) => void
  onReading: (at: Point) => void
  onPlaced: () => void
  onSay: (text: string) => void
}

type Svg = SVGSVGElement

/** Pointer and keys on the chart: what each event leads to is worked out in `step`, and done here. */
export function useChartInput(input: ChartInput) {
  /** Read at once by the next event: a state would be known only when the chart is drawn anew. */
  const now = useRef<InputState>(AT_REST)
  const [state, setState] = useState<InputState>(AT_REST)
  const draws = toolOf(input.tool).draws

  function tell(event: InputEvent, chart?: Svg): boolean {
    const seen: Seen = { ...input, view: input.view.view, refs: input.selection.now(), newId }
    const next = step(now.current, event, seen)
    now.current = next.state
    setState(next.state)
    for (const effect of next.effects) perform(effect, input, chart)
    return next.effects.some(({ kind }) => kind === 'taken')
  }

  return {
    line: state.line,
    cursor: draws === 'nothing' ? null : state.cursor,
    frame: state.hold?.kind === 'frame' ? state.hold : null,
    dragging: state.hold?.kind === 'pieces' || state.hold?.kind === 'corner',
    handlers: {
      onPointerDown: (event: PointerEvent<Svg>) =>
        void tell({ kind: 'down', ...pressOf(event), ...pointerOf(event) }, event.currentTarget),
      onPointerMove: (event: PointerEvent<Svg>) => void tell({ kind: 'move', ...pointerOf(event) }),
      onPointerUp: (event: PointerEvent<Svg>) =>
        void tell({ kind: 'up', ...pressOf(event), ...pointerOf(event) }),
      onPointerCancel: () => void tell({ kind: 'cancel' }),
      // Comes after every press, too; then nothing is held any more.
      onLostPointerCapture: () => {
        if (now.current.hold && now.current.touches.size < 2) tell({ kind: 'cancel' })
      },
      onPointerLeave: () => void tell({ kind: 'leave' }),
      onDoubleClick: () => void tell({ kind: 'double' }),
      onKeyDown: (event: KeyboardEvent<Svg>) => {
        const { key, shiftKey: shift, altKey: alt } = event
        if (!tell({ kind: 'key', key, shift, ctrl: event.ctrlKey || event.metaKey, alt })) return
        event.preventDefault()
        event.stopPropagation()
      },
    },
  }
}

function pointerOf(event: PointerEvent<Svg>): { pointer: number; at: Spot; shift: boolean } {
  const box = event.currentTarget.getBoundingClientRect()
  const at: Spot = [event.clientX - box.left, event.clientY - box.top]
  return { pointer: event.pointerId, at, shift: event.shiftKey }
}

const pressOf = (event: PointerEvent<Svg>): { button: number; on: Target } => ({
  button: event.button,
  on: targetOf(event.target),
})

function targetOf(target: EventTarget): Target {
  const element = target as Element
  const corner = element.getAttribute('data-corner')
  return { piece: refOf(element), corner: corner === null ? null : Number(corner) }
}

function perform(effect: InputEffect, input: ChartInput, chart?: Svg): void {
  const { view, selection } = input
  switch (effect.kind) {
    case 'tool':
      return input.onTool(effect.tool)
    case 'edit':
      return input.onEdit(effect.label, effect.edits)
    case 'nudge':
      return input.onNudge(effect.label, effect.edits)
    case 'try':
      return input.onTry(effect.edits)
    case 'hover':
      return input.onHover(effect.at)
    case 'profile':
      return input.onProfile(effect.from, effect.to)
    case 'scale':
      return input.onScale(effect.from, effect.to)
    case 'reading':
      return input.onReading(effect.at)
    case 'placed':
      return input.onPlaced()
    case 'say':
      return input.onSay(effect.text)
    case 'choose':
      return selection.choose(effect.refs)
    case 'toggle':
      return selection.toggle(effect.ref)
    case 'pan':
      return view.pan(effect.dxPx, effect.dyPx)
    case 'zoom':
      return effect.about ? view.zoom(effect.factor, effect.about) : view.zoom(effect.factor)
    case 'whole':
      return view.whole()
    case 'capture':
      return chart?.setPointerCapture(effect.pointer)
    case 'taken':
  }
}
