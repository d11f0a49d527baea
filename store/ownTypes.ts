import { RECORD_DEFAULTS } from '~/core/plan'
import type { DeviceType } from '~/core/plan'
import type { Db } from './database'

/** Device types that the user keeps for every site: a library of his own. */
export function ownTypeStore(db: Db, now: () => Date) {
  const all = db.prepare<[], { body: string }>('SELECT body FROM own_type ORDER BY id')
  const put = db.prepare(`
    INSERT INTO own_type (id, at, body) VALUES (@id, @at, @body)
    ON CONFLICT (id) DO UPDATE SET at = excluded.at, body = excluded.body`)
  const drop = db.prepare('DELETE FROM own_type WHERE id = ?')
  return {
    all: (): DeviceType[] =>
      all.all().map(({ body }) => ({ ...RECORD_DEFAULTS.deviceTypes, ...(JSON.parse(body) as DeviceType) })),
    keep: db.transaction((types: readonly DeviceType[]): void => {
      for (const type of types) put.run({ id: type.id, at: now().toISOString(), body: JSON.stringify(type) })
    }),
    remove: (id: string): boolean => drop.run(id).changes > 0,
  }
}
