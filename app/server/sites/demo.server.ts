import { findings } from '~/core/judge/findings'
import { readSiteFile } from '~/schema/siteFile'
import type { Site } from '~/core/plan'
import fleet from '../../../demo/long-mole.json?raw'
import campSite from '../../../demo/larch-hollow.json?raw'
import mended from '../../../demo/tern-quay-mended.json?raw'
import planted from '../../../demo/tern-quay.json?raw'
import bakery from '../../../demo/two-ovens.json?raw'

const FILES = { planted, mended, fleet, bakery, campSite }
export type DemoVersion = keyof typeof FILES
export const isDemoVersion = (text: unknown): text is DemoVersion => typeof text === 'string' && text in FILES

/** The demo yard: with its planted mistakes, or with them mended; a harbour with a fleet run in every way; and two sites that jobs made. */
export function demoSite(version: DemoVersion): Site {
  const read = readSiteFile(FILES[version])
  if (!read.ok)
    throw new Error(`the demo does not read: ${read.problems.map(({ message }) => message).join(' ')}`)
  return read.value
}

/** What the start page says of the demo, from the demo itself. */
export interface DemoFacts {
  name: string
  networks: number
  devices: number
  /** Findings that are not the mere consequence of others: requirements that fail for them. */
  mistakes: number
}

let known: DemoFacts | null = null

export function demoFacts(): DemoFacts {
  if (known) return known
  const site = demoSite('planted')
  known = {
    name: site.name,
    networks: site.networks.length,
    devices: site.devices.length,
    mistakes: findings(site).filter(({ code }) => code !== 'WSH-1').length,
  }
  return known
}
