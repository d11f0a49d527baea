import { cornerMoved, drawLine, sameRef, shifted } from '~/core/plan/drawing'
import type { PieceRef } from '~/core/plan/drawing'
import { apart, far, middle, moveLabel } from '../chartGestures'
import { piecesOn } from '../piecesOn'
import { toolOf } from '../tools'
import { spotAdded } from './drawn'
import { groundAt, isFramed, shiftOf, snappedAt } from './geometry'
import { stepped } from './state'
import type { Hold, InputEvent, InputState, Seen, Spot, Stepped } from './state'

type At<K extends InputEvent['kind']> = Extract<InputEvent, { kind: K }>

export const LOCKED = 'That is locked. Unlock it on its sheet to move it.'

const drawsNothing = ({ tool }: Seen): boolean => toolOf(tool).draws === 'nothing'

export function pointerDown(before: InputState, event: At<'down'>, seen: Seen): Stepped {
  const touches = new Map(before.touches).set(event.pointer, event.at)
  const state = { ...before, touches }
  const capture = { kind: 'capture', pointer: event.pointer } as const
  if (touches.size === 2) {
    const hold: Hold = { kind: 'pinch', apart: apart([...touches.values()]) }
    return stepped({ ...state, hold }, capture, { kind: 'try', edits: null })
  }
  const holds = event.button === 1 || (event.button === 0 && drawsNothing(seen))
  return stepped(holds ? { ...state, hold: holdFor(event, seen) } : state, capture)
}

function holdFor({ at, on, shift }: At<'down'>, { refs }: Seen): Hold {
  const [only] = refs
  if (on.corner !== null && only)
    return { kind: 'corner', ref: only, corner: on.corner, from: at, moved: false }
  const { piece } = on
  if (!piece) return shift ? { kind: 'frame', from: at, to: at } : { kind: 'pan', from: at, moved: false }
  const isChosen = refs.some((ref) => sameRef(ref, piece))
  return {
    kind: 'pieces',
    from: at,
    at,
    refs: isChosen ? refs : shift ? [...refs, piece] : [piece],
    moved: false,
  }
}

export function pointerMove(before: InputState, event: At<'move'>, seen: Seen): Stepped {
  const state = before.touches.has(event.pointer)
    ? { ...before, touches: new Map(before.touches).set(event.pointer, event.at) }
    : before
  if (state.hold) return dragged(state, state.hold, event.at, seen)
  const hover = { kind: 'hover', at: groundAt(seen, event.at) } as const
  if (drawsNothing(seen)) return stepped(state, hover)
  const to = snappedAt(seen, event.at, event.shift && state.line.points.length > 0)
  const line = drawLine(state.line, { kind: 'move', to, square: event.shift })
  return stepped({ ...state, cursor: to, line }, hover)
}

function dragged(state: InputState, hold: Hold, at: Spot, seen: Seen): Stepped {
  switch (hold.kind) {
    case 'pinch': {
      const spots = [...state.touches.values()]
      const now = apart(spots)
      if (spots.length < 2 || hold.apart === 0) return stepped(state)
      return stepped(
        { ...state, hold: { ...hold, apart: now } },
        { kind: 'zoom', factor: now / hold.apart, about: middle(spots) },
      )
    }
    case 'pan':
      return stepped(
        { ...state, hold: { ...hold, from: at, moved: hold.moved || far(at, hold.from) } },
        { kind: 'pan', dxPx: at[0] - hold.from[0], dyPx: at[1] - hold.from[1] },
      )
    case 'frame':
      return stepped({ ...state, hold: { ...hold, to: at } })
    case 'pieces': {
      const moved = hold.moved || far(at, hold.from)
      const held = { ...state, hold: { ...hold, at, moved } }
      if (!moved) return stepped(held)
      return stepped(held, {
        kind: 'try',
        edits: shifted(seen.site, hold.refs, shiftOf(seen, hold.refs, hold.from, at)),
      })
    }
    case 'corner': {
      const moved = hold.moved || far(at, hold.from)
      const held = { ...state, hold: { ...hold, moved } }
      return moved ? stepped(held, { kind: 'try', edits: cornerEdits(hold, at, seen) }) : stepped(held)
    }
  }
}

const cornerEdits = (hold: Extract<Hold, { kind: 'corner' }>, at: Spot, seen: Seen) =>
  cornerMoved(seen.site, hold.ref, hold.corner, snappedAt(seen, at, false, hold.ref))

export function pointerUp(before: InputState, event: At<'up'>, seen: Seen): Stepped {
  const touches = new Map(before.touches)
  touches.delete(event.pointer)
  const { hold } = before
  const state: InputState = { ...before, touches, hold: null }
  if (!hold) {
    if (event.button !== 0 || drawsNothing(seen)) return stepped(state)
    return spotAdded(state, snappedAt(seen, event.at), event.shift, seen)
  }
  switch (hold.kind) {
    case 'frame':
      return stepped(state, { kind: 'choose', refs: framed(hold, seen) })
    case 'pinch':
      return stepped(state)
    case 'pan':
      return hold.moved ? stepped(state) : stepped(state, { kind: 'choose', refs: [] })
    case 'pieces':
      return hold.moved ? dropped(state, hold, event.at, seen) : clicked(state, event, hold.refs.at(-1))
    case 'corner':
      return hold.moved ? dropped(state, hold, event.at, seen) : stepped(state)
  }
}

/** The end of a drag is an edit; where nothing of it may move, the plan stays as it was. */
function dropped(
  state: InputState,
  hold: Extract<Hold, { kind: 'pieces' | 'corner' }>,
  at: Spot,
  seen: Seen,
): Stepped {
  const edits =
    hold.kind === 'pieces'
      ? shifted(seen.site, hold.refs, shiftOf(seen, hold.refs, hold.from, at))
      : cornerEdits(hold, at, seen)
  const chosen = hold.kind === 'pieces' ? [{ kind: 'choose', refs: hold.refs } as const] : []
  if (edits.length === 0)
    return stepped(state, ...chosen, { kind: 'try', edits: null }, { kind: 'say', text: LOCKED })
  const label = hold.kind === 'corner' ? 'Move a corner' : moveLabel(seen.site, hold.refs)
  return stepped(state, ...chosen, { kind: 'edit', label, edits })
}

function clicked(state: InputState, { on, shift }: At<'up'>, held: PieceRef | undefined): Stepped {
  const ref = on.piece ?? held
  if (!ref) return stepped(state)
  return stepped(state, shift ? { kind: 'toggle', ref } : { kind: 'choose', refs: [ref] })
}

function framed({ from, to }: Extract<Hold, { kind: 'frame' }>, seen: Seen): PieceRef[] {
  const { site, level } = seen
  const devices = site.devices
    .filter(({ position }) => position?.levelId === level.id)
    .map(({ id }): PieceRef => ({ collection: 'devices', id }))
  const all = [...piecesOn(site, level).map(({ ref }) => ref), ...devices]
  return all.filter((ref) => isFramed(seen, ref, from, to))
}

/** What was held goes back to where it was. */
export const letGo = (state: InputState): Stepped =>
  stepped({ ...state, touches: new Map(), hold: null }, { kind: 'try', edits: null })
