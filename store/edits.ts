import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { applyChange, diffSites, isEmptyChange, movedChange, reverseChange } from '~/core/plan'
import type { Change, Site } from '~/core/plan'
import type { Db } from './database'
import { planStore } from './plans'

export interface HistoryEntry {
  id: number
  revision: number
  at: string
  label: string
  state: 'done' | 'undone' | 'dropped'
}

export interface Steps {
  undo: string | null
  redo: string | null
}

/** Every edit is one transaction: it raises the revision and is logged as a value, which undo and redo read. */
export function editStore(db: Db, now: () => Date = () => new Date()) {
  const plans = planStore(db)
  const revisionOf = db.prepare<[string], { revision: number }>(
    'SELECT revision FROM site WHERE id = ? AND deleted_at IS NULL',
  )
  const raise = db.prepare('UPDATE site SET revision = revision + 1, updated_at = ? WHERE id = ?')
  const log = db.prepare(
    `INSERT INTO change_log (site_id, revision, at, label, change, state) VALUES (@siteId, @revision, @at, @label, @change, 'done')`,
  )
  const dropUndone = db.prepare(
    `UPDATE change_log SET state = 'dropped' WHERE site_id = ? AND state = 'undone'`,
  )
  const setState = db.prepare('UPDATE change_log SET state = ? WHERE id = ?')
  const lastDone = db.prepare<[string], { id: number; label: string; change: string }>(
    `SELECT id, label, change FROM change_log WHERE site_id = ? AND state = 'done' ORDER BY id DESC LIMIT 1`,
  )
  const firstUndone = db.prepare<[string], { id: number; label: string; change: string }>(
    `SELECT id, label, change FROM change_log WHERE site_id = ? AND state = 'undone' ORDER BY id LIMIT 1`,
  )
  const historyOf = db.prepare<[string, number], HistoryEntry>(
    'SELECT id, revision, at, label, state FROM change_log WHERE site_id = ? ORDER BY id DESC LIMIT ?',
  )

  function current(siteId: string): { revision: number; site: Site } | null {
    const row = revisionOf.get(siteId)
    const site = row ? plans.read(siteId) : null
    return row && site ? { revision: row.revision, site } : null
  }

  function write(siteId: string, before: { revision: number; site: Site }, change: Change): number {
    plans.write(siteId, applyChange(before.site, change), change)
    raise.run(now().toISOString(), siteId)
    return before.revision + 1
  }

  /**
   * Makes an edit on the revision that the person saw. `make` turns the plan into the next one or says what is wrong.
   * An edit on an older revision is refused with the code `stale`, and nothing is written.
   */
  const edit = db.transaction(
    (
      siteId: string,
      revision: number,
      label: string,
      make: (site: Site) => Outcome<Site>,
    ): Outcome<number> => {
      const before = current(siteId)
      if (!before) return gone()
      if (before.revision !== revision) return stale(revision, before.revision)
      const made = make(before.site)
      if (!made.ok) return made
      const change = diffSites(before.site, made.value)
      if (isEmptyChange(change)) return good(before.revision)
      const next = write(siteId, before, change)
      dropUndone.run(siteId)
      log.run({ siteId, revision: next, at: now().toISOString(), label, change: JSON.stringify(change) })
      return good(next)
    },
  )

  const undo = db.transaction((siteId: string, revision: number): Outcome<string> => {
    const before = current(siteId)
    if (before && before.revision !== revision) return stale(revision, before.revision)
    const entry = lastDone.get(siteId)
    if (!before || !entry) return nothing('undo')
    write(siteId, before, reverseChange(logged(entry.change, before.site)))
    setState.run('undone', entry.id)
    return good(entry.label)
  })

  const redo = db.transaction((siteId: string, revision: number): Outcome<string> => {
    const before = current(siteId)
    if (before && before.revision !== revision) return stale(revision, before.revision)
    const entry = firstUndone.get(siteId)
    if (!before || !entry) return nothing('redo')
    write(siteId, before, logged(entry.change, before.site))
    setState.run('done', entry.id)
    return good(entry.label)
  })

  return {
    edit,
    undo,
    redo,
    steps: (siteId: string): Steps => ({
      undo: lastDone.get(siteId)?.label ?? null,
      redo: firstUndone.get(siteId)?.label ?? null,
    }),
    history: (siteId: string, limit = 50) => historyOf.all(siteId, limit),
  }
}

/** A change from the log, be it of an earlier version. */
const logged = (text: string, site: Site): Change => movedChange(JSON.parse(text) as Change, site)

const gone = () =>
  bad({
    path: [],
    code: 'gone',
    message: 'That site is not here any more. It may have been deleted in another window.',
  })
const nothing = (what: string) => bad({ path: [], code: 'nothing', message: `There is nothing to ${what}.` })
const stale = (given: number, now: number) =>
  bad({
    path: ['revision'],
    code: 'stale',
    message: `You were looking at revision ${given}, and the plan is at ${now} by now. Nothing was changed. Look at the new state, then make your edit again.`,
  })
