import { nanoid } from 'nanoid'
import { diffSites, emptySite } from '~/core/plan'
import type { Site } from '~/core/plan'
import type { Db } from './database'
import { headerText, planStore } from './plans'

export interface SiteSummary {
  id: string
  name: string
  place: string
  revision: number
  updatedAt: string
  networks: number
  devices: number
}

export interface SiteState {
  id: string
  revision: number
  site: Site
}

/** Plans held in memory at most. */
const MOST_KEPT = 16

/** The sites themselves: list, make, copy, put away and bring back. */
export function siteStore(db: Db, now: () => Date = () => new Date()) {
  const plans = planStore(db)
  const all = db.prepare<[], SiteSummary>(`
    SELECT s.id, s.header ->> 'name' AS name, s.header ->> 'place' AS place, s.revision, s.updated_at AS updatedAt,
      (SELECT count(*) FROM plan_record r WHERE r.site_id = s.id AND r.collection = 'networks') AS networks,
      (SELECT count(*) FROM plan_record r WHERE r.site_id = s.id AND r.collection = 'devices') AS devices
    FROM site s WHERE s.deleted_at IS NULL ORDER BY s.updated_at DESC, s.id`)
  const revisionOf = db.prepare<[string], { revision: number }>(
    'SELECT revision FROM site WHERE id = ? AND deleted_at IS NULL',
  )
  const insert = db.prepare(
    'INSERT INTO site (id, header, created_at, updated_at) VALUES (@id, @header, @at, @at)',
  )
  const setDeleted = db.prepare('UPDATE site SET deleted_at = ? WHERE id = ?')

  const kept = new Map<string, SiteState>()

  /** The plan as it stands. As long as its revision stays, the same object comes back, so that work on it can be kept. */
  function read(id: string): SiteState | null {
    const row = revisionOf.get(id)
    const before = kept.get(id)
    if (row && before?.revision === row.revision) return before
    kept.delete(id)
    const site = row ? plans.read(id) : null
    if (!row || !site) return null
    const state = { id, revision: row.revision, site }
    if (kept.size >= MOST_KEPT) kept.clear()
    kept.set(id, state)
    return state
  }

  /** A new site with that plan; all of it or nothing. */
  const create = db.transaction((site: Site, id: string = nanoid(10)): string => {
    insert.run({ id, header: headerText(site), at: now().toISOString() })
    plans.write(id, site, diffSites(emptySite(site.name), site))
    return id
  })

  const copyPictures = db.prepare(
    'INSERT INTO picture (site_id, id, mime, bytes) SELECT ?, id, mime, bytes FROM picture WHERE site_id = ?',
  )

  const duplicate = db.transaction((id: string): string | null => {
    const state = read(id)
    if (!state) return null
    const copy = create({ ...state.site, name: `${state.site.name} (copy)`.slice(0, 80) })
    copyPictures.run(copy, id)
    return copy
  })

  const anyEver = db.prepare<[], { found: number }>('SELECT EXISTS (SELECT 1 FROM site) AS found')

  return {
    list: () => all.all(),
    /** True until the first site was ever made here. */
    isNew: () => anyEver.get()?.found === 0,
    read,
    create,
    duplicate,
    /** Put away, not destroyed: `restore` brings it back whole. */
    remove: (id: string) => setDeleted.run(now().toISOString(), id).changes > 0,
    restore: (id: string) => setDeleted.run(null, id).changes > 0,
  }
}
