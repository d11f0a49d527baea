import { readFileSync } from 'node:fs'
import { needsOf } from '~/core/judge/parts'
import { newListedParts } from '~/core/judge/parts/listing'
import { applyEdits } from '~/core/plan'
import type { Site } from '~/core/plan'
import { readSiteFile } from '~/schema/siteFile'

/** A demo site by the name of its file. */
export function demoFile(name: string): Site {
  const read = readSiteFile(readFileSync(`demo/${name}.json`, 'utf8'))
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.value
}

/** A site with everything that it needs on its list. */
export const withList = (site: Site): Site => applyEdits(site, newListedParts(site, needsOf(site)))

export const bakeryWithList = (): Site => withList(demoFile('two-ovens'))
