import { nanoid } from 'nanoid'
import type { Observation, Seen } from '~/core/judge/proof'
import type { Db } from './database'

interface Said {
  revision: number
  who: string
  place: string
  seen: Seen[]
  source?: Observation['source']
  /** What comes again under the name of one request is filed once. */
  request?: string | null
}

type Row = Omit<Observation, 'seen'> & { body: string }

/** What was seen on the real site, each with its source. Verdicts on it are worked out when it is read. */
export function observationStore(db: Db, now: () => Date = () => new Date()) {
  const insert = db.prepare(`
    INSERT INTO observation (id, site_id, at, revision, source, who, place, body)
    VALUES (@id, @siteId, @at, @revision, @source, @who, @place, @body) ON CONFLICT DO NOTHING`)
  const ofSite = db.prepare<[string], Row>(`
    SELECT id, at, revision, source, who, place, body FROM observation WHERE site_id = ? ORDER BY at DESC, rowid DESC`)
  const drop = db.prepare('DELETE FROM observation WHERE site_id = ? AND id = ?')

  const add = db.transaction((siteId: string, said: Said) => {
    const { revision, who, place, request, source = 'typed' } = said
    const at = now().toISOString()
    said.seen.forEach((seen, i) => {
      const id = request ? `${request}-${i}` : nanoid(10)
      insert.run({ id, siteId, at, revision, source, who, place, body: JSON.stringify(seen) })
    })
  })

  return {
    add,
    ofSite: (siteId: string): Observation[] =>
      ofSite.all(siteId).map(({ body, ...row }) => ({ ...row, seen: JSON.parse(body) as Seen })),
    remove: (siteId: string, id: string) => drop.run(siteId, id).changes > 0,
  }
}
