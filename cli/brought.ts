import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { findings } from '~/core/judge/findings'
import type { Site } from '~/core/plan'
import { factsFrom, noHistory } from '~/core/record'
import type { History, RecordFacts } from '~/core/record'
import { openBundle } from '~/papers/bundle/open'
import { isZip } from '~/papers/bundle/zip'
import type { OpenedSite } from '~/papers/bundle/open'
import { isPaper } from '~/papers/pdf/sheet'
import type { Paper } from '~/papers/pdf/sheet'
import type { OpenWith, SealTo } from '~/papers/seal'
import { decodedText } from '~/core/formats'
import { readSiteFile } from '~/schema/siteFile'
import { readBytes, readText } from './files'
import type { Options } from './options'
import { badInput, USAGE_ERROR } from './output'
import type { Output } from './output'

export interface Brought {
  site: Site
  history: History
  pictures: OpenedSite['pictures']
}

/** A site file, of which nothing is known but the plan; or a bundle with all that it brings along. */
export async function readBrought(file: string, by: OpenWith | null = null): Promise<Outcome<Brought>> {
  const bytes = readBytes(file)
  if (!bytes.ok) return bytes
  if (isZip(bytes.value)) return openBundle(bytes.value, by)
  const site = readSiteFile(decodedText(bytes.value))
  return site.ok ? good({ site: site.value, history: noHistory(1), pictures: [] }) : site
}

/** Told by the clock of this machine. */
export const factsNow = ({ site, history }: Brought): RecordFacts =>
  factsFrom(site, history, findings(site), {
    writtenAt: new Date().toISOString(),
    timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  })

export function paperOf({ paper = 'a4' }: Options): Outcome<Paper> {
  return isPaper(paper)
    ? good(paper)
    : bad({ path: ['paper'], code: 'paper', message: `--paper ${paper} is not known. Accepted: a4, letter.` })
}

/** A passphrase stands in a file: on the command line everybody on the machine could read it. */
function passphraseIn(file: string): Outcome<string> {
  const text = readText(file)
  return text.ok ? good(text.value.replace(/\r?\n$/, '')) : text
}

/** To whom is sealed, as the options say; null: they do not. */
export function sealTo(options: Options): Outcome<SealTo | null> {
  const { recipient = [], 'passphrase-file': file } = options
  if (file !== undefined && recipient.length > 0)
    return bad(USAGE_ERROR('Either a passphrase or recipients: a sealed part is opened by one way.'))
  if (recipient.length > 0) return good({ recipients: recipient })
  if (file === undefined) return good(null)
  const passphrase = passphraseIn(file)
  return passphrase.ok ? good({ passphrase: passphrase.value }) : passphrase
}

/** What opens a sealed part, as the options say; null: they do not. */
export function openBy({ identity, 'passphrase-file': file }: Options): Outcome<OpenWith | null> {
  if (identity !== undefined) {
    const text = readText(identity)
    if (!text.ok) return text
    const line = text.value.split(/\r?\n/).find((one) => one.trim() !== '' && !one.startsWith('#'))
    return good({ identity: line ?? '' })
  }
  if (file === undefined) return good(null)
  const passphrase = passphraseIn(file)
  return passphrase.ok ? good({ passphrase: passphrase.value }) : passphrase
}

/** With what a file brings, or what is wrong with it. */
export async function withBrought(
  files: string[],
  then: (brought: Brought, file: string) => Promise<Output> | Output,
  by: OpenWith | null = null,
): Promise<Output> {
  const [file] = files
  if (files.length !== 1 || file === undefined)
    return badInput([USAGE_ERROR(`One file is needed; ${files.length} were given.`)])
  const brought = await readBrought(file, by)
  return brought.ok ? then(brought.value, file) : badInput(brought.problems)
}
