import type { Change, Later, Site } from '~/core/plan'
import { movedChange } from '~/core/plan'
import type { Db } from './database'

interface Row {
  revision: number
  who: string
  label: string
  change: string
  back: number
}

/** A revision, and what made it. */
export interface RevisionLine {
  revision: number
  at: string
  who: string
  label: string
}

/** An edit older than so many revisions is begun anew. */
const MOST_LATER = 200

/** How each revision of a plan came about: which logged change was carried out or taken back, by whom. */
export function planStepStore(db: Db, reversed: (change: Change) => Change) {
  const add = db.prepare(`
    INSERT INTO plan_step (site_id, revision, entry_id, back, who, request, at)
    VALUES (@siteId, @revision, @entryId, @back, @who, @request, @at)`)
  const known = db.prepare<[string, string], { revision: number }>(
    'SELECT revision FROM plan_step WHERE site_id = ? AND request = ?',
  )
  const since = db.prepare<[string, number], Row>(`
    SELECT s.revision, s.who, c.label, c.change, s.back FROM plan_step s JOIN change_log c ON c.id = s.entry_id
    WHERE s.site_id = ? AND s.revision > ? ORDER BY s.revision`)

  const latest = db.prepare<[string, number], RevisionLine>(`
    SELECT s.revision, s.at, s.who, CASE s.back WHEN 1 THEN 'Undo: ' || c.label ELSE c.label END AS label
    FROM plan_step s JOIN change_log c ON c.id = s.entry_id WHERE s.site_id = ? ORDER BY s.revision DESC LIMIT ?`)

  return {
    latest: (siteId: string, limit: number): RevisionLine[] => latest.all(siteId, limit),
    add: (step: {
      siteId: string
      revision: number
      entryId: number
      back: boolean
      who: string
      request: string | null
      at: string
    }) => add.run({ ...step, back: step.back ? 1 : 0 }),
    /** The revision that a request made before its answer was lost. */
    madeBy: (siteId: string, request: string): number | null => known.get(siteId, request)?.revision ?? null,
    /** All that came after a revision; null when that is not known any more. */
    later(siteId: string, base: number, now: { revision: number; site: Site }): Later[] | null {
      const count = now.revision - base
      if (count < 0 || count > MOST_LATER) return null
      if (count === 0) return []
      const rows = since.all(siteId, base)
      if (rows.length !== count) return null
      return rows.map(({ change, back, ...row }) => {
        const moved = movedChange(JSON.parse(change) as Change, now.site)
        return {
          ...row,
          label: back ? `Undo: ${row.label}` : row.label,
          change: back ? reversed(moved) : moved,
        }
      })
    },
  }
}
