import type { Edit } from '~/core/plan'
import { mergedEdits } from './mergedEdits'

/** Edits that wait to be sent: together under the last one's name. */
export interface Waiting {
  label: string
  edits: Edit[]
  /** Nothing more is waited for but the answer to what was sent before. */
  due: boolean
}

/** What is on the chart and not yet in the plan. */
export interface Tried {
  /** In the hand: a drag. */
  held: Edit[] | null
  waiting: Waiting | null
  /** The last that was sent, the answer that was there before it, and the revision it was made on. */
  sent: { edits: Edit[]; before: unknown; revision: number } | null
}

export type Step =
  | { kind: 'hold'; edits: Edit[] | null }
  | { kind: 'wait'; label: string; edits: Edit[]; due: boolean }
  | { kind: 'due' }
  | { kind: 'sent'; what: Waiting; before: unknown; revision: number }

export const NOTHING_TRIED: Tried = { held: null, waiting: null, sent: null }

export function triedStep(tried: Tried, step: Step): Tried {
  switch (step.kind) {
    case 'hold':
      return { ...tried, held: step.edits }
    case 'wait': {
      const edits = mergedEdits(tried.waiting?.edits ?? [], step.edits)
      return { ...tried, held: null, waiting: { label: step.label, edits, due: step.due } }
    }
    case 'due':
      return { ...tried, waiting: tried.waiting && { ...tried.waiting, due: true } }
    case 'sent':
      return {
        ...tried,
        waiting: leftOf(tried.waiting, step.what),
        sent: { edits: step.what.edits, before: step.before, revision: step.revision },
      }
  }
}

/** A key may have come between the moment that something was due and this: that step, and no more, waits on. */
function leftOf(waiting: Waiting | null, sent: Waiting): Waiting | null {
  const edits = waiting?.edits.filter((edit) => !sent.edits.includes(edit)) ?? []
  return waiting && edits.length > 0 ? { ...waiting, edits } : null
}

/** What became of an edit: the revision it made, or why it was refused. */
type Answer = { ok: true; revision: number } | { ok: false } | undefined

/**
 * Whether the answer to what was sent is still awaited. It has arrived when the plan on screen is of the revision that it
 * made: the answer itself may be known a moment before that plan is.
 */
export function onItsWay({ sent }: Tried, busy: boolean, answer: Answer, revision: number): boolean {
  if (sent === null) return false
  if (answer === undefined || answer === sent.before) return true
  return answer.ok ? revision < answer.revision : busy
}

/** The edits that are on their way or wait to be, in their order; what is in the hand is not among them. */
export const editsSoFar = ({ sent, waiting }: Pick<Tried, 'sent' | 'waiting'>, flying: boolean): Edit[] => [
  ...(flying ? (sent?.edits ?? []) : []),
  ...(waiting?.edits ?? []),
]
