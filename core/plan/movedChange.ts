import type { Change } from './change'
import { completeRecord } from './complete'
import { movedHeader } from './moves'
import type { Loose } from './moves'
import type { Header, Site } from './types'

/** A logged change of an earlier version, to be undone or redone on a plan of today: with every field of today. */
export function movedChange(change: Change, site: Site): Change {
  const { header, ...records } = JSON.parse(
    JSON.stringify(change)
      .replaceAll('"collection":"wishes"', '"collection":"requirements"')
      .replaceAll(/"wish":"(must|may|mustNot)"/g, '"strength":"$1"'),
  ) as Change
  const moved = (part: Partial<Header>) => movedHeader(part as Loose, site.feed) as Partial<Header>
  const placed = (list: Change['added']) =>
    list.map((one) => ({ ...one, record: completeRecord(one.collection, one.record) }))
  return {
    header: header && { from: moved(header.from), to: moved(header.to) },
    added: placed(records.added),
    removed: placed(records.removed),
    updated: records.updated.map(({ collection, from, to }) => ({
      collection,
      from: completeRecord(collection, from),
      to: completeRecord(collection, to),
    })),
    reordered: records.reordered,
  }
}
