import { mkdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { readSiteFile } from '~/schema/siteFile'
import { openDatabase, storeOn } from '~/store'

/** Puts the demo yard into a data directory that has no site yet: `tsx demo/seed.ts DIR`. */
const directory = process.argv[2] ?? '.data'
mkdirSync(directory, { recursive: true })
const { sites } = storeOn(openDatabase(join(directory, 'yard-beacon.sqlite')))

if (sites.isNew()) {
  const file = join(dirname(fileURLToPath(import.meta.url)), 'tern-quay.json')
  const site = readSiteFile(readFileSync(file, 'utf8'))
  if (!site.ok) throw new Error(site.problems.map(({ message }) => message).join('\n'))
  sites.create(site.value)
  console.log(`Loaded the demo: ${site.value.name}.`)
}
