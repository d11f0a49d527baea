import type { History } from '~/core/record'
import { openedPlan } from '~/core/plan'
import type { Site } from '~/core/plan'
import type { Db } from './database'
import type { handoverStore } from './handover'

interface Parts {
  create: (site: Site) => string
  handover: ReturnType<typeof handoverStore>
}

/** Puts a site in with what it brings along, each with its own time and its own hand; all of it or nothing. */
export function restoredStore(db: Db, { create, handover }: Parts) {
  const setRevision = db.prepare('UPDATE site SET revision = ? WHERE id = ?')
  const observation = db.prepare(`
    INSERT INTO observation (id, site_id, at, revision, source, who, place, body)
    VALUES (@id, @siteId, @at, @revision, @source, @who, @place, @body)`)
  const proof = db.prepare(
    `INSERT INTO proof (id, site_id, kind, at, revision, who, body) VALUES (@id, @siteId, 'throughput', @at, @revision, @who, @body)`,
  )
  const line = db.prepare(
    'INSERT INTO log_line (site_id, at, stage, device_id, text, who) VALUES (@siteId, @at, @stage, @deviceId, @text, @who)',
  )
  const built = db.prepare(`
    INSERT INTO as_built (site_id, what, revision, at, who, plan) VALUES (@siteId, @what, @revision, @at, @who, @plan)`)
  const then = db.prepare('INSERT INTO plan_then (site_id, revision, plan) VALUES (?, ?, ?)')
  const thenAt = db.prepare<[string, number], { plan: string }>(
    'SELECT plan FROM plan_then WHERE site_id = ? AND revision = ?',
  )

  const restore = db.transaction((site: Site, brought: History): string => {
    const siteId = create(site)
    // Ids are those of another database: they may be taken here, by the same site opened before.
    const own = (id: string) => `${siteId}-${id}`
    setRevision.run(brought.revision, siteId)
    for (const { seen, id, ...one } of brought.observations)
      observation.run({ ...one, siteId, id: own(id), body: JSON.stringify(seen) })
    for (const { id, at, revision, who, body } of brought.throughput)
      proof.run({ id: own(id), siteId, at, revision, who, body: JSON.stringify(body) })
    for (const { at, stage, deviceId, text, who } of brought.log)
      line.run({ siteId, at, stage, deviceId, text, who })
    if (brought.built) built.run({ siteId, ...brought.built, plan: JSON.stringify(brought.built.plan) })
    for (const { revision, plan } of brought.plans)
      if (revision !== brought.revision) then.run(siteId, revision, JSON.stringify(plan))
    for (const done of brought.runbooks) handover.addRunbook(siteId, done)
    handover.putTicks(siteId, brought.ticks)
    for (const signed of brought.signed) handover.sign(siteId, signed)
    return siteId
  })

  return {
    restore,
    /** The plan of a revision as a bundle brought it along. */
    planAt: (siteId: string, revision: number): Site | null => {
      const row = thenAt.get(siteId, revision)
      return row ? openedPlan(JSON.parse(row.plan)) : null
    },
  }
}
