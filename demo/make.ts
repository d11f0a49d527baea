import { writeFileSync } from 'node:fs'
import { writeSiteFile } from '~/schema/siteFile'
import type { Site } from '~/core/plan'
import { larchHollow } from './sites/larchHollow'
import { twoOvens } from './sites/twoOvens'

/** The demo sites that jobs make, by their files. `npm run demo:sites` writes them. */
export const MADE_SITES: Record<string, () => Site> = {
  'larch-hollow': larchHollow,
  'two-ovens': twoOvens,
}

if (process.argv[1]?.endsWith('make.ts'))
  for (const [name, make] of Object.entries(MADE_SITES))
    writeFileSync(`demo/${name}.json`, writeSiteFile(make(), true))
