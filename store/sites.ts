import { nanoid } from 'nanoid'
import { diffSites, emptySite } from '~/core/plan'
import type { Site } from '~/core/plan'
import type { CurrentPlans } from './current'
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

/** The sites themselves: list, make, copy, put away and bring back. */
export function siteStore(db: Db, current: CurrentPlans, now: () => Date = () => new Date()) {
  const plans = planStore(db)
  const all = db.prepare<[], SiteSummary>(`
    SELECT s.id, s.header ->> 'name' AS name, s.header ->> 'place' AS place, s.revision, s.updated_at AS updatedAt,
      (SELECT count(*) FROM plan_record r WHERE r.site_id = s.id AND r.collection = 'networks') AS networks,
      (SELECT count(*) FROM plan_record r WHERE r.site_id = s.id AND r.collection = 'devices') AS devices
    FROM site s WHERE s.deleted_at IS NULL ORDER BY s.updated_at DESC, s.id`)
  const insert = db.prepare(
    'INSERT INTO site (id, header, created_at, updated_at) VALUES (@id, @header, @at, @at)',
  )
  const setDeleted = db.prepare('UPDATE site SET deleted_at = ? WHERE id = ?')

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
    const state = current.read(id)
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
    read: current.read,
    create,
    duplicate,
    /** Put away, not destroyed: `restore` brings it back whole. */
    remove: (id: string) => setDeleted.run(now().toISOString(), id).changes > 0,
    restore: (id: string) => setDeleted.run(null, id).changes > 0,
  }
}
