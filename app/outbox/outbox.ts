import type { Problem } from '~/core/lib/outcome'
import type { Edit } from '~/core/plan'
import type { FrameSince } from '../wire/frames'

/** Where a parcel goes: the site's own doors for what people do. */
export type Door = 'edit' | 'step' | 'log' | 'observe' | 'propose' | 'job' | 'tick'

/** What came back: taken, with the revision it made where it changed the plan, and what is new on the page if it asked; or why not. */
export type Answer =
  | { ok: true; revision?: number; since?: FrameSince; [more: string]: unknown }
  | { ok: false; problems: Problem[] }

/** Something that a person did and that the server is to have. */
export interface Parcel {
  /** Names the request, so that what is sent twice is done once. */
  id: string
  siteId: string
  door: Door
  /** What it is, in the words of the history. */
  label: string
  body: object
  /** The edits in it, which the chart already shows. */
  edits: Edit[]
  /** The revision that was on screen when it was made. */
  revision: number
  /** A draft stands on the screen that it came from: a refusal leaves the plan there as it was seen. */
  holdsDraft: boolean
  /** taken: the plan on screen does not have it yet. */
  state: 'waits' | 'sent' | 'taken' | 'refused'
  answer: Answer | null
  /** Whether the form that it came from is still there to show an answer. */
  isWatched: boolean
}

export interface Outbox {
  /** In the order in which they were made. */
  parcels: readonly Parcel[]
  /** The server did not answer the last time. */
  isUnreachable: boolean
  /** Answers to parcels that are gone, newest last, for the forms that they came from. */
  answers: readonly { id: string; door: Door; answer: Answer }[]
  /** The revisions that parcels of this browser made, by site. */
  mine: Readonly<Record<string, readonly number[]>>
  /** The site that is on screen, and the revision of its plan there. */
  shown: { siteId: string; revision: number } | null
}

export const EMPTY_OUTBOX: Outbox = {
  parcels: [],
  isUnreachable: false,
  answers: [],
  mine: {},
  shown: null,
}

export type OutboxEvent =
  | { kind: 'add'; parcel: Omit<Parcel, 'state' | 'answer' | 'isWatched'> }
  | { kind: 'send'; id: string }
  | { kind: 'answer'; id: string; answer: Answer }
  | { kind: 'unreachable'; id: string }
  /** What is on screen; null: no page of any site. */
  | { kind: 'show'; shown: Outbox['shown'] }
  | { kind: 'unwatch'; id: string }
  | { kind: 'again'; id: string }
  | { kind: 'drop'; id: string }

const MOST_ANSWERS = 40
const MOST_MINE = 200

/** What the outbox is after an event. */
export function outboxStep(outbox: Outbox, event: OutboxEvent): Outbox {
  switch (event.kind) {
    case 'add':
      return {
        ...outbox,
        parcels: [...outbox.parcels, { ...event.parcel, state: 'waits', answer: null, isWatched: true }],
      }
    case 'send':
      return changed(outbox, event.id, { state: 'sent' })
    case 'answer':
      return answered(outbox, event.id, event.answer)
    case 'unreachable':
      return { ...changed(outbox, event.id, { state: 'waits' }), isUnreachable: true }
    case 'show':
      return settled({ ...outbox, shown: event.shown })
    case 'unwatch':
      return changed(outbox, event.id, { isWatched: false })
    case 'again':
      return changed(outbox, event.id, { state: 'waits', answer: null })
    case 'drop':
      return without(outbox, event.id)
  }
}

const revisionOf = (answer: Answer | null): number => (answer?.ok ? (answer.revision ?? 0) : 0)

const changed = (outbox: Outbox, id: string, part: Partial<Parcel>): Outbox => ({
  ...outbox,
  parcels: outbox.parcels.map((parcel) => (parcel.id === id ? { ...parcel, ...part } : parcel)),
})

const without = (outbox: Outbox, id: string): Outbox => ({
  ...outbox,
  parcels: outbox.parcels.filter((parcel) => parcel.id !== id),
})

const filed = (outbox: Outbox, { id, door, answer }: Parcel): Outbox =>
  answer ? { ...outbox, answers: [...outbox.answers, { id, door, answer }].slice(-MOST_ANSWERS) } : outbox

/** A refusal goes to the form that it came from; where that is gone, it stays here to be seen. */
function answered(outbox: Outbox, id: string, answer: Answer): Outbox {
  const parcel = outbox.parcels.find((one) => one.id === id)
  if (!parcel) return outbox
  const reached = { ...outbox, isUnreachable: false }
  if (answer.ok) {
    const { siteId } = parcel
    const mine =
      answer.revision === undefined
        ? outbox.mine
        : { ...outbox.mine, [siteId]: [...(outbox.mine[siteId] ?? []), answer.revision].slice(-MOST_MINE) }
    return settled(changed({ ...reached, mine }, id, { state: 'taken', answer }))
  }
  if (parcel.isWatched) return filed(without(reached, id), { ...parcel, answer })
  return changed(reached, id, { state: 'refused', answer })
}

/** Parcels that are in the plan on screen leave the outbox, and those of a plan that nobody looks at. */
function settled(outbox: Outbox): Outbox {
  const { shown } = outbox
  const isDone = ({ state, siteId, answer }: Parcel) =>
    state === 'taken' && (siteId !== shown?.siteId || revisionOf(answer) <= shown.revision)
  return outbox.parcels.filter(isDone).reduce((now, parcel) => filed(without(now, parcel.id), parcel), outbox)
}

/** The one to be sent next: the first that waits, when nothing is on its way. */
export const nextParcel = ({ parcels }: Outbox): Parcel | null =>
  parcels.some(({ state }) => state === 'sent')
    ? null
    : (parcels.find(({ state }) => state === 'waits') ?? null)

/** Whether nothing waits but that one: of what comes before others the page need not see what came of it. */
export const isLast = ({ parcels }: Outbox, { id }: Parcel): boolean =>
  parcels.every((one) => one.id === id || one.state !== 'waits')

/** Revisions after the one on screen that are this browser's own: what it sends was made on top of them. */
export const mineSince = ({ mine }: Outbox, { siteId, revision }: Parcel): number[] =>
  (mine[siteId] ?? []).filter((one) => one > revision)

/** The edits of a site that a plan of that revision does not have yet, in their order. */
export const editsOnTheWay = ({ parcels }: Outbox, siteId: string, revision: number): Edit[] =>
  parcels
    .filter(
      (parcel) =>
        parcel.siteId === siteId &&
        parcel.state !== 'refused' &&
        !(revisionOf(parcel.answer) > 0 && revisionOf(parcel.answer) <= revision),
    )
    .flatMap(({ edits }) => edits)

/** Whether the plan on screen is about to be another. */
export const isOnTheWay = ({ parcels }: Outbox, siteId: string): boolean =>
  parcels.some((parcel) => parcel.siteId === siteId && parcel.state !== 'refused')

/** What is kept while the page is away: all that the server has not taken, and which revisions are this browser's own. */
export type KeptOutbox = Pick<Outbox, 'parcels' | 'mine'>

export const keptOf = ({ parcels, mine }: Outbox): KeptOutbox => ({
  parcels: parcels.filter(({ state }) => state !== 'taken'),
  mine,
})

/** What was on its way is sent again, under its own name. */
export const reopened = ({ parcels, mine }: KeptOutbox): Outbox => ({
  ...EMPTY_OUTBOX,
  mine,
  parcels: parcels.map((parcel) => ({
    ...parcel,
    state: parcel.state === 'refused' ? 'refused' : 'waits',
    isWatched: false,
  })),
})
