import type { Db } from './database'

export interface LogLine {
  id: number
  at: string
  stage: string
  deviceId: string | null
  text: string
  who: string
}

/** What people wrote down while they worked: stamped, and filed under the device on screen. */
export function logStore(db: Db, now: () => Date = () => new Date()) {
  const insert = db.prepare(
    `INSERT INTO log_line (site_id, at, stage, device_id, text, who, request)
     VALUES (@siteId, @at, @stage, @deviceId, @text, @who, @request) ON CONFLICT DO NOTHING`,
  )
  const ofSite = db.prepare<[string, number], LogLine>(
    'SELECT id, at, stage, device_id AS deviceId, text, who FROM log_line WHERE site_id = ? ORDER BY id DESC LIMIT ?',
  )
  return {
    /** A line that comes again under the name of one request is filed once. */
    add: (siteId: string, line: Omit<LogLine, 'id' | 'at'> & { request?: string | null }) =>
      insert.run({ siteId, at: now().toISOString(), request: null, ...line }),
    ofSite: (siteId: string, limit = 500) => ofSite.all(siteId, limit),
  }
}
