import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import Database from 'better-sqlite3'

/** What was written by programs of these versions, as they wrote it: a site file, and a database with an edit done and one undone. */
export const EARLIER_VERSIONS = ['0.1.0', '0.2.0', '0.4.0', '0.5.0'] as const
export type EarlierVersion = (typeof EARLIER_VERSIONS)[number]

const FOLDER = join('tests', 'kit', 'earlier')

export const earlierSiteFile = (version: EarlierVersion): string =>
  readFileSync(join(FOLDER, `site-${version}.json`), 'utf8')

/** Puts the database of that version at a path; the dump has its `user_version`. */
export function putEarlierDatabase(version: EarlierVersion, path: string): void {
  const db = new Database(path)
  // A dump names tables before it makes them.
  db.pragma('foreign_keys = OFF')
  db.exec(gunzipSync(readFileSync(join(FOLDER, `database-${version}.sql.gz`))).toString('utf8'))
  db.close()
}
