import { renamedIn, rowsFrom, rowsTo } from './referenceWalk'
import type { Row } from './referenceWalk'
import type { AnyRecord, Collection, Id, Site } from './types'

/** Removing records clears what pointed at them, so that a finding can speak of the gap instead of the file breaking. */
export function withoutRecords(site: Site, collection: Collection, ids: ReadonlySet<Id>): Site {
  const records = site[collection] as AnyRecord[]
  const left = { ...site, [collection]: records.filter(({ id }) => !ids.has(id)) }
  return rowsTo(collection).reduce((now, row) => released(now, row, ids), left)
}

function released(site: Site, row: Row, ids: ReadonlySet<Id>): Site {
  const before = site[row.from] as AnyRecord[]
  const lost = new Set<Id>()
  const after = before.map((record) => {
    const now = renamedIn(row, record, (id) => (ids.has(id) ? null : id))
    if (now === null) lost.add(record.id)
    return now ?? record
  })
  if (lost.size > 0) return withoutRecords({ ...site, [row.from]: after }, row.from, lost)
  return after.every((record, i) => record === before[i]) ? site : { ...site, [row.from]: after }
}

/** A copy of a record under another id, without what only one record may name. */
export const copyOf = <R extends { id: Id }>(collection: Collection, record: R, id: Id): R =>
  rowsFrom(collection)
    .filter(({ isOneToOne }) => isOneToOne)
    .reduce((copy, row) => renamedIn(row, copy, () => null) ?? copy, { ...record, id })
