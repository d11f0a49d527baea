import type { Choice } from '../components/Select'

/** One field of a form, as data: where its value lies in the draft, what it holds, and how it is called. */
export interface FieldSpec {
  /** `feed.downMbps` is the value under `downMbps` of `feed`; only the first dot parts. */
  path: string
  label: string
  kind: 'text' | 'mono' | 'long' | 'number' | 'length' | 'share' | 'choice' | 'check' | 'levels'
  choices?: readonly Choice[]
  /** Words for an empty choice or number, where that is allowed. */
  none?: string
  hint?: string
  placeholder?: string
  /** What an emptied number stands for while it is typed, where it may not be empty. */
  empty?: number
  /** An emptied text is no text at all. */
  emptyIsNull?: true
  /** An emptied value takes its key along, and with the last one the whole. */
  dropsEmpty?: boolean
}

export type Draft = Record<string, unknown>

function partsOf(path: string): [string, string | null] {
  const dot = path.indexOf('.')
  return dot < 0 ? [path, null] : [path.slice(0, dot), path.slice(dot + 1)]
}

export function valueAt(draft: object, path: string): unknown {
  const [outer, inner] = partsOf(path)
  const whole = (draft as Draft)[outer]
  return inner === null ? whole : (whole as Draft | null)?.[inner]
}

/** What of the draft is another when a field takes a value. */
export function partWith(draft: object, spec: FieldSpec, typed: unknown): Draft {
  const { path, dropsEmpty, empty, emptyIsNull } = spec
  const value = emptyIsNull && typeof typed === 'string' && typed.trim() === '' ? null : typed
  const [outer, inner] = partsOf(path)
  const filled = value === null && empty !== undefined ? empty : value
  if (inner === null) return { [outer]: filled }
  const before = ((draft as Draft)[outer] ?? {}) as Draft
  if (!dropsEmpty) return { [outer]: { ...before, [inner]: filled } }
  const rest = Object.fromEntries(Object.entries(before).filter(([key]) => key !== inner))
  const after = filled === null ? rest : { ...rest, [inner]: filled }
  return { [outer]: Object.keys(after).length > 0 ? after : null }
}
