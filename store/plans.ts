import { COLLECTIONS, HEADER_FIELDS, completeHeader, completeRecord } from '~/core/plan'
import type { AnyRecord, Change, Collection, Header, Site } from '~/core/plan'
import type { Db } from './database'

interface Row {
  collection: Collection
  body: string
}

/** The plan of a site as rows, one per record. No edit is made here: see edits.ts. */
export function planStore(db: Db) {
  const headerOf = db.prepare<[string], { header: string }>('SELECT header FROM site WHERE id = ?')
  const recordsOf = db.prepare<[string], Row>(
    'SELECT collection, body FROM plan_record WHERE site_id = ? ORDER BY collection, position',
  )
  const setHeader = db.prepare('UPDATE site SET header = ? WHERE id = ?')
  const put = db.prepare(`
    INSERT INTO plan_record (site_id, collection, id, position, body) VALUES (@siteId, @collection, @id, @position, @body)
    ON CONFLICT (site_id, collection, id) DO UPDATE SET position = excluded.position, body = excluded.body`)
  const place = db.prepare(
    'UPDATE plan_record SET position = ? WHERE site_id = ? AND collection = ? AND id = ? AND position <> ?',
  )
  const drop = db.prepare('DELETE FROM plan_record WHERE site_id = ? AND collection = ? AND id = ?')

  function read(siteId: string): Site | null {
    const row = headerOf.get(siteId)
    if (!row) return null
    const site = completeHeader(JSON.parse(row.header) as object) as Site
    for (const collection of COLLECTIONS) Object.assign(site, { [collection]: [] })
    for (const { collection, body } of recordsOf.all(siteId))
      (site[collection] as AnyRecord[]).push(completeRecord(collection, JSON.parse(body) as AnyRecord))
    return site
  }

  /** Writes what a change touched; `after` is the whole plan the change leads to. */
  function write(siteId: string, after: Site, change: Change): void {
    if (change.header) setHeader.run(headerText(after), siteId)
    for (const { collection, record } of change.removed) drop.run(siteId, collection, record.id)
    const touched = new Set(
      [...change.added, ...change.updated, ...change.removed, ...change.reordered].map((c) => c.collection),
    )
    const changed = new Set(
      [
        ...change.added.map(({ collection, record }) => ({ collection, id: record.id })),
        ...change.updated.map(({ collection, to }) => ({ collection, id: to.id })),
      ].map(({ collection, id }) => `${collection}/${id}`),
    )
    for (const collection of touched)
      after[collection].forEach((record: AnyRecord, position) => {
        if (changed.has(`${collection}/${record.id}`))
          put.run({ siteId, collection, id: record.id, position, body: JSON.stringify(record) })
        else place.run(position, siteId, collection, record.id, position)
      })
  }

  return { read, write }
}

export const headerText = (site: Header): string =>
  JSON.stringify(Object.fromEntries(HEADER_FIELDS.map((field) => [field, site[field]])))
