import { shared } from '../lib/shared'
import { COLLECTIONS, HEADER_FIELDS } from './types'
import type { AnyRecord, Collection, Header, Site } from './types'

interface Placed {
  collection: Collection
  index: number
  record: AnyRecord
}

/** What an edit did, as a value: undo is its reverse, history and diffs read it. */
export interface Change {
  header: { from: Partial<Header>; to: Partial<Header> } | null
  added: Placed[]
  removed: Placed[]
  updated: { collection: Collection; from: AnyRecord; to: AnyRecord }[]
  /** Only for collections whose common records changed order: all ids before and after. */
  reordered: { collection: Collection; from: string[]; to: string[] }[]
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

/** The difference between two states of one site. Indexes are places in the list that holds the record. */
export function diffSites(before: Site, after: Site): Change {
  const change: Change = { header: null, added: [], removed: [], updated: [], reordered: [] }
  const fields = HEADER_FIELDS.filter((field) => before[field] !== after[field])
  if (fields.length > 0) change.header = { from: pick(before, fields), to: pick(after, fields) }
  for (const collection of COLLECTIONS) diffCollection(before, after, collection, change)
  return change
}

const pick = (site: Site, fields: readonly (keyof Header)[]): Partial<Header> =>
  Object.fromEntries(fields.map((field) => [field, site[field]]))

function diffCollection(before: Site, after: Site, collection: Collection, change: Change): void {
  if (before[collection] === after[collection]) return
  const old = new Map<string, AnyRecord>(before[collection].map((record) => [record.id, record]))
  const now = new Map<string, AnyRecord>(after[collection].map((record) => [record.id, record]))
  before[collection].forEach((record, index) => {
    if (!now.has(record.id)) change.removed.push({ collection, index, record })
  })
  after[collection].forEach((record, index) => {
    const from = old.get(record.id)
    if (!from) change.added.push({ collection, index, record })
    else if (from !== record && !same(from, record)) change.updated.push({ collection, from, to: record })
  })
  const keptBefore = before[collection].filter(({ id }) => now.has(id)).map(({ id }) => id)
  const keptAfter = after[collection].filter(({ id }) => old.has(id)).map(({ id }) => id)
  if (!same(keptBefore, keptAfter)) {
    const ids = (site: Site) => site[collection].map(({ id }) => id)
    change.reordered.push({ collection, from: ids(before), to: ids(after) })
  }
}

export const isEmptyChange = (change: Change): boolean =>
  !change.header &&
  [change.added, change.removed, change.updated, change.reordered].every(({ length }) => length === 0)

/** Whether two states of a site say the same, be they the same objects or not. */
export const isSamePlan = (one: Site, other: Site): boolean =>
  one === other ||
  (HEADER_FIELDS.every((field) => isSame(one[field], other[field])) &&
    COLLECTIONS.every((collection) => isSameList(one[collection], other[collection])))

const isSame = (one: unknown, other: unknown): boolean => one === other || same(one, other)

const isSameList = (one: readonly AnyRecord[], other: readonly AnyRecord[]): boolean =>
  one === other || (one.length === other.length && one.every((record, i) => isSame(record, other[i])))

/** Whether two records are the same but for some fields: not by value, but as edits leave what they do not touch. */
export const isSameBut = <T extends object>(one: T, other: T, fields: ReadonlySet<keyof T>): boolean =>
  one === other ||
  (fieldsOf(one).every((field) => fields.has(field) || one[field] === other[field]) &&
    fieldsOf(other).every((field) => fields.has(field) || Object.hasOwn(one, field)))

const fieldsOf = <T extends object>(record: T): (keyof T)[] => Object.keys(record) as (keyof T)[]

/** A change one way only: all that somebody needs who has the state before it. */
export interface Advance {
  header: Partial<Header> | null
  added: Placed[]
  removed: { collection: Collection; id: string }[]
  updated: { collection: Collection; to: AnyRecord }[]
  reordered: { collection: Collection; to: string[] }[]
}

export const advanceOf = (change: Change): Advance => ({
  header: change.header?.to ?? null,
  added: change.added,
  removed: change.removed.map(({ collection, record }) => ({ collection, id: record.id })),
  updated: change.updated.map(({ collection, to }) => ({ collection, to })),
  reordered: change.reordered.map(({ collection, to }) => ({ collection, to })),
})

export const reverseChange = (change: Change): Change => ({
  header: change.header && { from: change.header.to, to: change.header.from },
  added: change.removed,
  removed: change.added,
  updated: change.updated.map(({ collection, from, to }) => ({ collection, from: to, to: from })),
  reordered: change.reordered.map(({ collection, from, to }) => ({ collection, from: to, to: from })),
})

/** Carries a change out on the state it was taken from. */
export const applyChange = (site: Site, change: Change): Site => advanced(site, advanceOf(change))

/** The same with what is left of it one way. What it does not touch stays the same object, lists and parts of records too. */
export function advanced(site: Site, change: Advance): Site {
  const result: Site = { ...site, ...sharedHeader(site, change.header) }
  const touched = new Set(
    [change.added, change.removed, change.updated, change.reordered].flat().map((part) => part.collection),
  )
  for (const collection of touched)
    Object.assign(result, { [collection]: changedRecords(site[collection], collection, change) })
  return result
}

function changedRecords(records: AnyRecord[], collection: Collection, change: Advance): AnyRecord[] {
  const mine = <T extends { collection: Collection }>(list: T[]) =>
    list.filter((c) => c.collection === collection)
  const gone = new Set(mine(change.removed).map(({ id }) => id))
  const updates = new Map(mine(change.updated).map(({ to }) => [to.id, to]))
  const result = records
    .filter(({ id }) => !gone.has(id))
    .map((record) => shared(record, updates.get(record.id) ?? record))
  for (const { index, record } of mine(change.added).sort((a, b) => a.index - b.index))
    result.splice(index, 0, record)
  const order = mine(change.reordered)[0]?.to
  if (order) result.sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id))
  return result
}

/** Fields of a header as they are to be, each the same object as in the plan where it says the same. */
export const sharedHeader = (site: Site, header: Partial<Header> | null): Partial<Header> =>
  Object.fromEntries(
    Object.entries(header ?? {}).map(([field, value]) => [field, shared(site[field as keyof Header], value)]),
  )
