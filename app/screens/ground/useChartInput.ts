import { useState } from 'react'
import type { KeyboardEvent, PointerEvent } from 'react'
import {
  NO_LINE,
  cornerMoved,
  copied,
  cornersOf,
  drawLine,
  drawnProblem,
  isLengthCharacter,
  removed,
  shifted,
  snap,
} from '~/core/plan/drawing'
import type { Line, PieceRef } from '~/core/plan/drawing'
import type { Edit, Level, Point, Site } from '~/core/plan'
import { newId } from '../../hooks/newId'
import { ARROWS, apart, done, far, middle, moveLabel, refOf, snapTargets } from './chartGestures'
import { piecesOn } from './Pieces'
import { finishedDrawing } from './finishedDrawing'
import { TOOLS, toolOf } from './tools'
import type { ToolName } from './tools'
import { toGround, toScreen } from './useView'
import type { Size, useView } from './useView'
import type { useSelection } from './useSelection'

/** How near the pointer snaps. */
const REACH_PX = 9

type Hold =
  | { kind: 'pan'; from: Point; moved: boolean }
  | { kind: 'pieces'; from: Point; at: Point; refs: PieceRef[]; moved: boolean }
  | { kind: 'corner'; ref: PieceRef; corner: number; from: Point; moved: boolean }
  | { kind: 'frame'; from: Point; to: Point }
  | { kind: 'pinch'; apart: number }

export interface ChartInput {
  /** The plan with every edit that was made, stored yet or not; and as it is shown with what is in the hand. */
  site: Site
  shown: Site
  level: Level
  size: Size
  tool: ToolName
  snapping: boolean
  view: ReturnType<typeof useView>
  selection: ReturnType<typeof useSelection>
  /** A device that waits to be placed. */
  placing: string | null
  /** An area of the brief that waits for its outline. */
  outlining: string | null
  onTool: (tool: ToolName) => void
  onEdit: (label: string, edits: Edit[]) => void
  /** A small step by keys: several of them make one edit. */
  onNudge: (label: string, edits: Edit[]) => void
  /** While something is dragged: the edits as they would be. */
  onTry: (edits: Edit[] | null) => void
  onHover: (at: Point | null) => void
  onProfile: (from: Point, to: Point) => void
  onScale: (from: Point, to: Point) => void
  /** Somebody stands there, and reads. */
  onReading: (at: Point) => void
  onPlaced: () => void
  onSay: (text: string) => void
}

/** Pointer and keyboard on the chart. What the pointer can do the keys can do too. */
export function useChartInput(input: ChartInput) {
  const { site, level, size, tool, view, selection } = input
  const [line, setLine] = useState<Line>(NO_LINE)
  const [hold, setHold] = useState<Hold | null>(null)
  const [cursor, setCursor] = useState<Point | null>(null)
  const [touches] = useState(() => new Map<number, Point>())
  const draws = toolOf(tool).draws

  const spotOf = (event: { clientX: number; clientY: number; currentTarget: Element }): Point => {
    const box = event.currentTarget.getBoundingClientRect()
    return [event.clientX - box.left, event.clientY - box.top]
  }
  const snapped = (screen: Point, square = false, self?: PieceRef): Point => {
    const raw = toGround(view.view, size, screen)
    if (!input.snapping || square) return raw
    return snap(raw, REACH_PX / view.view.pxPerM, snapTargets(site, level, self)).at
  }

  function finish(points: Point[]): void {
    setLine(NO_LINE)
    const problem =
      draws === 'spot' || draws === 'two spots' ? null : drawnProblem(points, draws === 'outline')
    if (problem) {
      setLine({ ...NO_LINE, points, problem })
      return
    }
    if (draws === 'two spots' && points[0] && points[1])
      return (tool === 'scale' ? input.onScale : input.onProfile)(points[0], points[1])
    if (tool === 'reading' && points[0]) return input.onReading(points[0])
    const made = finishedDrawing(tool, points, site, level, input)
    if (!made) return
    if ('says' in made) return input.onSay(made.says)
    input.onEdit(made.label, made.edits)
    if (tool === 'device') input.onPlaced()
    else input.onTool('choose')
    selection.choose([made.chosen])
  }

  function addSpot(at: Point, square: boolean): void {
    const next = drawLine(line, { kind: 'click', at, square })
    setLine(next)
    if (draws === 'spot') finish(next.points)
    if (draws === 'two spots' && next.points.length === 2) finish(next.points)
  }

  function onPointerDown(event: PointerEvent<SVGSVGElement>): void {
    const screen = spotOf(event)
    touches.set(event.pointerId, screen)
    event.currentTarget.setPointerCapture(event.pointerId)
    if (touches.size === 2) {
      setHold({ kind: 'pinch', apart: apart([...touches.values()]) })
      input.onTry(null)
      return
    }
    if (event.button === 1 || (event.button === 0 && draws === 'nothing')) setHold(holdFor(event, screen))
  }

  function holdFor(event: PointerEvent<SVGSVGElement>, screen: Point): Hold {
    const target = event.target as Element
    const corner = target.getAttribute('data-corner')
    const [only] = selection.refs
    if (corner !== null && only)
      return { kind: 'corner', ref: only, corner: Number(corner), from: screen, moved: false }
    const ref = refOf(target)
    if (!ref)
      return event.shiftKey
        ? { kind: 'frame', from: screen, to: screen }
        : { kind: 'pan', from: screen, moved: false }
    const refs = selection.has(ref) ? selection.refs : event.shiftKey ? [...selection.refs, ref] : [ref]
    return { kind: 'pieces', from: screen, at: screen, refs, moved: false }
  }

  function onPointerMove(event: PointerEvent<SVGSVGElement>): void {
    const screen = spotOf(event)
    if (touches.has(event.pointerId)) touches.set(event.pointerId, screen)
    if (hold) return drag(hold, screen)
    input.onHover(toGround(view.view, size, screen))
    if (draws !== 'nothing') {
      const to = snapped(screen, event.shiftKey && line.points.length > 0)
      setCursor(to)
      setLine((before) => drawLine(before, { kind: 'move', to, square: event.shiftKey }))
    }
  }

  function drag(held: Hold, screen: Point): void {
    switch (held.kind) {
      case 'pinch': {
        const now = apart([...touches.values()])
        if (touches.size < 2 || held.apart === 0) return
        view.zoom(now / held.apart, middle([...touches.values()]))
        return setHold({ ...held, apart: now })
      }
      case 'pan':
        view.pan(screen[0] - held.from[0], screen[1] - held.from[1])
        return setHold({ ...held, from: screen, moved: held.moved || far(screen, held.from) })
      case 'frame':
        return setHold({ ...held, to: screen })
      case 'pieces': {
        const moved = held.moved || far(screen, held.from)
        if (moved) input.onTry(shifted(site, held.refs, shiftOf(held, screen)))
        return setHold({ ...held, at: screen, moved })
      }
      case 'corner': {
        const moved = held.moved || far(screen, held.from)
        if (moved) input.onTry(cornerMoved(site, held.ref, held.corner, snapped(screen, false, held.ref)))
        return setHold({ ...held, moved })
      }
    }
  }

  const shiftOf = ({ from, refs }: { from: Point; refs: PieceRef[] }, screen: Point): Point => {
    const [ax, ay] = toGround(view.view, size, from)
    const [bx, by] = toGround(view.view, size, screen)
    const anchor = refs[0] && cornersOf(site, refs[0])[0]
    if (!anchor || !input.snapping) return [bx - ax, by - ay]
    const gridM = 0.1
    const on = (value: number) => Math.round(value / gridM) * gridM
    return [on(anchor[0] + bx - ax) - anchor[0], on(anchor[1] + by - ay) - anchor[1]]
  }

  function onPointerUp(event: PointerEvent<SVGSVGElement>): void {
    const screen = spotOf(event)
    touches.delete(event.pointerId)
    const held = hold
    setHold(null)
    if (!held) {
      if (event.button === 0 && draws !== 'nothing') addSpot(snapped(screen), event.shiftKey)
      return
    }
    if (held.kind === 'frame') return chooseFramed(held)
    if (held.kind === 'pinch') return
    if (held.kind === 'pan') {
      if (!held.moved) selection.clear()
      return
    }
    if (!held.moved) {
      if (held.kind === 'pieces') clicked(event, held)
      return
    }
    const edits =
      held.kind === 'pieces'
        ? shifted(site, held.refs, shiftOf(held, screen))
        : cornerMoved(site, held.ref, held.corner, snapped(screen, false, held.ref))
    if (held.kind === 'pieces') selection.choose(held.refs)
    if (edits.length === 0) {
      input.onTry(null)
      return input.onSay('That is locked. Unlock it on its sheet to move it.')
    }
    input.onEdit(held.kind === 'corner' ? 'Move a corner' : moveLabel(site, held.refs), edits)
  }

  function clicked(event: PointerEvent<SVGSVGElement>, held: Extract<Hold, { kind: 'pieces' }>): void {
    const ref = refOf(event.target as Element) ?? held.refs.at(-1)
    if (!ref) return
    if (event.shiftKey) selection.toggle(ref)
    else selection.choose([ref])
  }

  function chooseFramed({ from, to }: { from: Point; to: Point }): void {
    const inside = (point: Point): boolean => {
      const [x, y] = toScreen(view.view, size, point)
      const between = (value: number, a: number, b: number) =>
        value >= Math.min(a, b) && value <= Math.max(a, b)
      return between(x, from[0], to[0]) && between(y, from[1], to[1])
    }
    const devices = site.devices
      .filter(({ position }) => position?.levelId === level.id)
      .map(({ id }): PieceRef => ({ collection: 'devices', id }))
    const all = [...piecesOn(site, level).map(({ ref }) => ref), ...devices]
    selection.choose(all.filter((ref) => cornersOf(site, ref).every(inside)))
  }

  function onKeyDown(event: KeyboardEvent<SVGSVGElement>): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return copyKey(event)
    if (handled(event)) {
      event.preventDefault()
      event.stopPropagation()
    }
  }

  function copyKey(event: KeyboardEvent<SVGSVGElement>): void {
    if (event.key.toLowerCase() !== 'd' || !(event.ctrlKey || event.metaKey) || selection.now().length === 0)
      return
    event.preventDefault()
    event.stopPropagation()
    copy()
  }

  function copy(): void {
    const made = copied(site, selection.now(), [2, -2], newId)
    if (made.edits.length === 0) return input.onSay('Devices are not copied here: add one at Ports.')
    input.onEdit('Copy what is chosen', made.edits)
    selection.choose(made.refs)
  }

  function handled(event: KeyboardEvent): boolean {
    const next = line.points.length === 0 && TOOLS.find(({ key }) => key === event.key)
    if (next) return done(input.onTool(next.name))
    const arrow = ARROWS[event.key]
    if (arrow) return arrowKey(arrow, event.shiftKey)
    if (event.key === '+' || event.key === '=') return done(view.zoom(1.25))
    if (event.key === '-') return done(view.zoom(0.8))
    if (event.key === '0' && !line.typed && line.points.length === 0) return done(view.whole())
    if (draws === 'nothing') return chosenKey(event.key)
    return drawingKey(event)
  }

  function chosenKey(key: string): boolean {
    const refs = selection.now()
    if (key === 'Escape' && refs.length > 0) return done(selection.clear())
    if ((key === 'Delete' || key === 'Backspace') && refs.length > 0) {
      input.onEdit('Take what is chosen off the ground', removed(site, refs))
      return done(selection.clear())
    }
    return false
  }

  function drawingKey(event: KeyboardEvent): boolean {
    if (event.key === 'Escape') {
      if (line.points.length > 0) return done(setLine(NO_LINE))
      return done(input.onTool('choose'))
    }
    if (event.key === ' ') return done(addSpot(cursor ?? view.view.middle, event.shiftKey))
    if (event.key === 'Enter') {
      if (line.typed) return done(setLine(drawLine(line, { kind: 'enter', unit: site.ground.units })))
      return line.points.length > 0 ? done(finish(line.points)) : false
    }
    if (event.key === 'Backspace') return done(setLine(drawLine(line, { kind: 'erase' })))
    if (line.points.length > 0 && isLengthCharacter(event.key))
      return done(setLine(drawLine(line, { kind: 'type', character: event.key })))
    return false
  }

  function arrowKey([dx, dy]: Point, far5: boolean): boolean {
    if (draws !== 'nothing') {
      const step = far5 ? 5 : 0.5
      const from = cursor ?? view.view.middle
      const to: Point = [from[0] + dx * step, from[1] + dy * step]
      setCursor(to)
      input.onHover(to)
      return done(setLine(drawLine(line, { kind: 'move', to, square: false })))
    }
    const refs = selection.now()
    if (refs.length === 0) return done(view.pan(-dx * 40, dy * 40))
    const step = far5 ? 1 : 0.1
    const edits = shifted(input.shown, refs, [dx * step, dy * step])
    if (edits.length === 0) return done(input.onSay('That is locked. Unlock it on its sheet to move it.'))
    return done(input.onNudge(moveLabel(site, refs), edits))
  }

  return {
    line,
    cursor: draws === 'nothing' ? null : cursor,
    frame: hold?.kind === 'frame' ? hold : null,
    dragging: hold?.kind === 'pieces' || hold?.kind === 'corner',
    finishLine: () => finish(line.points),
    copy,
    handlers: {
      onPointerDown,
      onPointerMove,
      onPointerUp,
      onPointerCancel: () => {
        touches.clear()
        setHold(null)
        input.onTry(null)
      },
      onPointerLeave: () => input.onHover(null),
      onDoubleClick: () => {
        if ((draws === 'line' || draws === 'outline') && line.points.length > 1) finish(line.points)
      },
      onKeyDown,
    },
  }
}
