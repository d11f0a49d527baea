import type { Outcome } from '~/core/lib/outcome'
import type { Site } from '~/core/plan'
import { readSiteFile } from '~/schema/siteFile'
import { readText } from './files'

export function readSite(file: string): Outcome<Site> {
  const source = readText(file)
  return source.ok ? readSiteFile(source.value) : source
}
