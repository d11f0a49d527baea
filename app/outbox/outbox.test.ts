import type { Edit } from '~/core/plan'
import {
  EMPTY_OUTBOX,
  editsOnTheWay,
  isLast,
  isOnTheWay,
  keptOf,
  mineSince,
  nextParcel,
  outboxStep,
  reopened,
} from './outbox'
import type { Answer, KeptOutbox, Outbox, OutboxEvent, Parcel } from './outbox'

const notes = (words: string): Edit => ({ op: 'describe', header: { notes: words } })
const add = (id: string, revision = 1, siteId = 's'): OutboxEvent => ({
  kind: 'add',
  parcel: { id, siteId, door: 'edit', label: id, body: {}, edits: [notes(id)], revision, holdsDraft: false },
})
const show = (revision: number, siteId = 's'): OutboxEvent => ({ kind: 'show', shown: { siteId, revision } })
const answer = (id: string, given: Answer): OutboxEvent => ({ kind: 'answer', id, answer: given })
const taken = (id: string, revision: number) => answer(id, { ok: true, revision })
const refused = (id: string) =>
  answer(id, { ok: false, problems: [{ path: [], code: 'stale', message: 'No.' }] })
const after = (...events: OutboxEvent[]): Outbox => events.reduce(outboxStep, EMPTY_OUTBOX)
const ids = (parcels: readonly Pick<Parcel, 'id'>[]) => parcels.map(({ id }) => id)

test('parcels go off one after the other, in the order in which they were made', () => {
  const two = after(show(1), add('a'), add('b'))
  expect(nextParcel(two)?.id).toBe('a')
  const sent = outboxStep(two, { kind: 'send', id: 'a' })
  expect(nextParcel(sent)).toBeNull()
  expect(nextParcel(outboxStep(sent, taken('a', 2)))?.id).toBe('b')
})

test('only the last that waits is asked what came of it on the page', () => {
  const two = after(show(1), add('a'), add('b'), { kind: 'send', id: 'a' })
  const [a, b] = two.parcels
  expect([isLast(two, a!), isLast(two, b!)]).toEqual([false, true])
  const one = outboxStep(outboxStep(two, taken('a', 2)), { kind: 'send', id: 'b' })
  expect(isLast(one, b!)).toBe(true)
})

test('what was made on top of one’s own edit names the revision that this made', () => {
  const box = after(show(1), add('a'), add('b'), { kind: 'send', id: 'a' }, taken('a', 5))
  expect(mineSince(box, nextParcel(box)!)).toEqual([5])
  // Made after the plan of that revision was on screen: nothing of its own lies between.
  expect(mineSince(box, { ...nextParcel(box)!, revision: 5 })).toEqual([])
  expect(mineSince(box, { ...nextParcel(box)!, siteId: 'other' })).toEqual([])
})

test('an edit is on the way until the plan on screen has it, and then no more', () => {
  const box = after(show(1), add('a'), { kind: 'send', id: 'a' }, taken('a', 2))
  expect(editsOnTheWay(box, 's', 1)).toEqual([notes('a')])
  // The page has the new plan a moment before the outbox is told.
  expect(editsOnTheWay(box, 's', 2)).toEqual([])
  expect([isOnTheWay(box, 's'), isOnTheWay(box, 'other')]).toEqual([true, false])
  const there = outboxStep(box, show(2))
  expect(there.parcels).toEqual([])
  expect(there.answers).toMatchObject([{ id: 'a', answer: { ok: true, revision: 2 } }])
})

test('an answer that makes no revision is done at once; so is one for a site that nobody looks at', () => {
  expect(after(show(1), add('a'), answer('a', { ok: true })).parcels).toEqual([])
  expect(after(show(1, 'other'), add('a'), taken('a', 2)).parcels).toEqual([])
  const left = after(show(1), add('a'), taken('a', 2), { kind: 'show', shown: null })
  expect(left.parcels).toEqual([])
})

test('a refusal goes to its form; where that is gone it stays to be seen, sent again, or left', () => {
  const atForm = after(show(1), add('a'), refused('a'))
  expect([atForm.parcels, atForm.answers.length]).toEqual([[], 1])
  const gone = after(show(1), add('a'), { kind: 'unwatch', id: 'a' }, refused('a'))
  expect(gone.parcels).toMatchObject([{ id: 'a', state: 'refused' }])
  expect(editsOnTheWay(gone, 's', 1)).toEqual([])
  expect(nextParcel(gone)).toBeNull()
  expect(nextParcel(outboxStep(gone, { kind: 'again', id: 'a' }))?.id).toBe('a')
  expect(outboxStep(gone, { kind: 'drop', id: 'a' }).parcels).toEqual([])
})

test('a refused parcel holds nobody up', () => {
  const box = after(show(1), add('a'), add('b'), { kind: 'unwatch', id: 'a' }, refused('a'))
  expect(nextParcel(box)?.id).toBe('b')
})

test('without an answer it waits at its place, and the order stays', () => {
  const box = after(show(1), add('a'), add('b'), { kind: 'send', id: 'a' }, { kind: 'unreachable', id: 'a' })
  expect(box.isUnreachable).toBe(true)
  expect(nextParcel(box)?.id).toBe('a')
  expect(outboxStep(box, taken('a', 2)).isUnreachable).toBe(false)
})

test('all that the server has not taken survives the page; what was on its way is sent again under its own name', () => {
  const box = after(show(1), add('a'), add('b'), add('c'), taken('a', 2), { kind: 'send', id: 'b' })
  const back = reopened(JSON.parse(JSON.stringify(keptOf(box))) as KeptOutbox)
  expect(ids(back.parcels)).toEqual(['b', 'c'])
  expect(nextParcel(back)?.id).toBe('b')
  // What was made on top of the first still says so: it is no stranger's edit that lies between.
  expect(mineSince(back, nextParcel(back)!)).toEqual([2])
  expect(back.parcels.every(({ isWatched }) => !isWatched)).toBe(true)
})

test('an event about a parcel that is gone changes nothing', () => {
  const box = after(show(1), add('a'))
  for (const event of [taken('x', 2), refused('x'), { kind: 'drop', id: 'x' } as const])
    expect(outboxStep(box, event).parcels).toEqual(box.parcels)
})
