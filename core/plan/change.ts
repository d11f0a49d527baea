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
  const old = new Map<string, AnyRecord>(before[collection].map((record) => [record.id, record]))
  const now = new Map<string, AnyRecord>(after[collection].map((record) => [record.id, record]))
  before[collection].forEach((record, index) => {
    if (!now.has(record.id)) change.removed.push({ collection, index, record })
  })
  after[collection].forEach((record, index) => {
    const from = old.get(record.id)
    if (!from) change.added.push({ collection, index, record })
    else if (!same(from, record)) change.updated.push({ collection, from, to: record })
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

export const reverseChange = (change: Change): Change => ({
  header: change.header && { from: change.header.to, to: change.header.from },
  added: change.removed,
  removed: change.added,
  updated: change.updated.map(({ collection, from, to }) => ({ collection, from: to, to: from })),
  reordered: change.reordered.map(({ collection, from, to }) => ({ collection, from: to, to: from })),
})

/** Carries a change out on the state it was taken from. */
export function applyChange(site: Site, change: Change): Site {
  const result: Site = { ...site, ...change.header?.to }
  for (const collection of COLLECTIONS) {
    const records = changedRecords(site[collection], collection, change)
    Object.assign(result, { [collection]: records })
  }
  return result
}

function changedRecords(records: AnyRecord[], collection: Collection, change: Change): AnyRecord[] {
  const mine = <T extends { collection: Collection }>(list: T[]) =>
    list.filter((c) => c.collection === collection)
  const gone = new Set(mine(change.removed).map(({ record }) => record.id))
  const updates = new Map(mine(change.updated).map(({ to }) => [to.id, to]))
  const result = records.filter(({ id }) => !gone.has(id)).map((record) => updates.get(record.id) ?? record)
  for (const { index, record } of mine(change.added).sort((a, b) => a.index - b.index))
    result.splice(index, 0, record)
  const order = mine(change.reordered)[0]?.to
  if (order) result.sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id))
  return result
}
