import { writeFileSync } from 'node:fs'
import { siteFileJsonSchema } from './jsonSchema'

/** Writes docs/site-file.schema.json: run it after a change to the site file's structure. */
writeFileSync('docs/site-file.schema.json', `${JSON.stringify(siteFileJsonSchema(), null, 2)}\n`)
