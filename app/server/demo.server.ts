import { readSiteFile } from '~/schema/siteFile'
import type { Site } from '~/core/site'
import mended from '../../demo/tern-quay-mended.json?raw'
import planted from '../../demo/tern-quay.json?raw'

/** The demo yard: with its planted mistakes, or with them mended. */
export function demoSite(version: 'planted' | 'mended'): Site {
  const read = readSiteFile(version === 'planted' ? planted : mended)
  if (!read.ok)
    throw new Error(`the demo does not read: ${read.problems.map(({ message }) => message).join(' ')}`)
  return read.value
}
