/** From a bare clone to the running demo. Flags: --data DIR, --port N. Node built-ins only. */
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { bin, build, install, run } from './setup.mjs'
import { serverOptions } from './options.mjs'

const { data, port } = serverOptions()
install()
build()
if (!(await hasSites(data))) run(bin('tsx'), ['demo/seed.ts', data])
console.log(`\nYard Beacon is at http://127.0.0.1:${port}\nIts data is in ${data}. Stop it with ctrl c.\n`)
await import('./serve.mjs')

/** Whether anything was ever made in that directory: then there is nothing to put into it. */
async function hasSites(directory) {
  const file = join(directory, 'yard-beacon.sqlite')
  if (!existsSync(file)) return false
  const { default: Database } = await import('better-sqlite3')
  const db = new Database(file, { readonly: true })
  try {
    return db.prepare('SELECT 1 FROM site LIMIT 1').get() !== undefined
  } catch {
    // An older or an empty file: the seed brings it up to date first.
    return false
  } finally {
    db.close()
  }
}
