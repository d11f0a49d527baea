import type { Db } from './database'

export interface Picture {
  mime: 'image/png' | 'image/jpeg'
  bytes: Buffer
}

/** Pictures that lie under plans. They are not part of the change log: an underlay names the one it shows. */
export function pictureStore(db: Db) {
  const put = db.prepare(
    'INSERT INTO picture (site_id, id, mime, bytes) VALUES (@siteId, @id, @mime, @bytes)',
  )
  const one = db.prepare<[string, string], Picture>(
    'SELECT mime, bytes FROM picture WHERE site_id = ? AND id = ?',
  )
  return {
    add: (siteId: string, id: string, { mime, bytes }: Picture): void => {
      put.run({ siteId, id, mime, bytes })
    },
    read: (siteId: string, id: string): Picture | null => one.get(siteId, id) ?? null,
  }
}
