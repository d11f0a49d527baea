import Database from 'better-sqlite3'
import { MIGRATIONS } from './migrations'

export type Db = Database.Database

/**
 * Opens (or makes) the database and brings it up to date. Every acknowledged edit is on disk: WAL with
 * synchronous = FULL. Throws when the file was written by a later program.
 */
export function openDatabase(file: string): Db {
  const db = new Database(file)
  db.pragma('journal_mode = WAL')
  db.pragma('synchronous = FULL')
  db.pragma('foreign_keys = ON')
  migrate(db)
  return db
}

function migrate(db: Db): void {
  const have = db.pragma('user_version', { simple: true }) as number
  const latest = MIGRATIONS.at(-1)?.id ?? 0
  if (have > latest)
    throw new Error(
      `The database is of version ${have}, and this program knows ${latest}. Use the newer program, or another data directory.`,
    )
  for (const { id, sql } of MIGRATIONS.filter((migration) => migration.id > have))
    db.transaction(() => {
      db.exec(sql)
      db.pragma(`user_version = ${id}`)
    })()
}
