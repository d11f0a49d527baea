import { addressesCsv, deviceFiles, portsCsv, slug, writeCsv, writeGeoJson } from '~/core/formats'
import { ACCEPTANCE_WORDS, SOURCE_WORDS } from '~/core/judge/proof'
import type { AcceptanceRow } from '~/core/judge/proof'
import { withoutSecrets } from '~/core/plan'
import type { Site } from '~/core/plan'
import { keysLeftOut, partsCsv, partsList } from '~/core/record'
import type { History } from '~/core/record'
import { writeHistory } from '~/schema/history'
import { writeSiteFile } from '~/schema/siteFile'

/** One file of a bundle. */
export interface BundleFile {
  path: string
  says: string
  bytes: Uint8Array
}

export interface BundleInput {
  site: Site
  history: History
  sheet: readonly AcceptanceRow[]
  /** PDFs and the like, made before. */
  papers: readonly BundleFile[]
  pictures: readonly { id: string; mime: string; bytes: Uint8Array }[]
  /** Null: keys go another way, or not at all. */
  sealed: Uint8Array | null
}

export const SITE_FILE = 'site.json'
export const HISTORY_FILE = 'history.json'
export const KEYS_FILE = 'keys.age'
const pictureFile = (id: string, mime: string) => `pictures/${id}.${mime === 'image/png' ? 'png' : 'jpg'}`

const text = (path: string, says: string, body: string): BundleFile => ({
  path,
  says,
  bytes: new TextEncoder().encode(body),
})

/** Everything that is handed over, file by file; keys in the sealed part alone. */
export function bundleFiles(input: BundleInput): BundleFile[] {
  const { papers, pictures, sealed, sheet } = input
  const said = keysLeftOut(input.site)
  const bare = (plan: Site): Site => ({ ...withoutSecrets(plan), notes: said(plan.notes) })
  const site = bare(input.site)
  const { log, built, plans, signed } = input.history
  const history: History = {
    ...input.history,
    log: log.map((line) => ({ ...line, text: said(line.text) })),
    built: built && { ...built, plan: bare(built.plan) },
    plans: plans.map((one) => ({ ...one, plan: bare(one.plan) })),
    signed: signed.map((one) => ({ ...one, plan: bare(one.plan) })),
  }
  const signedFile = (i: number) => `signed/${i + 1}-revision-${history.signed[i]?.revision ?? 0}.json`
  return [
    text('README.txt', 'What is in here', readme(site, sealed !== null)),
    ...papers,
    text(SITE_FILE, 'The plan, without keys', writeSiteFile(site)),
    text(
      HISTORY_FILE,
      'What was observed, built, ticked and written down',
      writeHistory(history, signedFile),
    ),
    ...history.signed.map(({ body, revision }, i) =>
      text(signedFile(i), `The record of revision ${revision} as it was signed`, body),
    ),
    text('tables/ports.csv', 'Every port', portsCsv(site)),
    text('tables/addresses.csv', 'Every address', addressesCsv(site)),
    text('tables/parts.csv', 'Parts', partsCsv(partsList(site, history.ticks))),
    text('tables/acceptance.csv', 'Every promise, and what shows it', acceptanceCsv(sheet)),
    text('tables/log.csv', 'The log', logCsv(history)),
    ...(site.ground.origin
      ? [text('ground.geojson', 'The ground', writeGeoJson(site, site.ground.origin))]
      : []),
    ...gearFiles(site),
    ...pictures.map(({ id, mime, bytes }) => ({
      path: pictureFile(id, mime),
      says: 'A picture under the plan',
      bytes,
    })),
    ...(sealed ? [{ path: KEYS_FILE, says: 'Keys, sealed (age-encryption.org/v1)', bytes: sealed }] : []),
  ]
}

function gearFiles(site: Site): BundleFile[] {
  const taken = new Set<string>()
  return site.devices.flatMap((device) =>
    deviceFiles(site, device).flatMap((file) => {
      if (file.text === null) return []
      const folder = `gear/${slug(device.name)}`
      let path = `${folder}/${file.name}`
      for (let n = 2; taken.has(path); n++) path = `${folder}-${n}/${file.name}`
      taken.add(path)
      return [text(path, `${device.name}: ${file.says}`, file.text)]
    }),
  )
}

const acceptanceCsv = (sheet: readonly AcceptanceRow[]): string =>
  writeCsv(
    ['promised', 'verdict', 'shown by', 'how', 'who', 'when'],
    sheet.map(({ promise, verdict, shown, source, who, at }) => [
      promise,
      ACCEPTANCE_WORDS[verdict],
      shown,
      source ? SOURCE_WORDS[source] : '',
      who,
      at,
    ]),
  )

const logCsv = ({ log }: History): string =>
  writeCsv(
    ['when', 'stage', 'device', 'what', 'who'],
    log.map(({ at, stage, deviceId, text: said, who }) => [at, stage, deviceId, said, who]),
  )

const readme = (site: Site, hasKeys: boolean): string =>
  [
    `${site.name}: everything that was handed over.`,
    '',
    'record/    to read and to print',
    'signed/    records as they were signed; their SHA-256 is printed on them',
    'tables/    for a spreadsheet',
    'gear/      settings for the gear, without keys',
    'site.json, history.json, pictures/   to go on with: open this whole file as a site',
    hasKeys
      ? `${KEYS_FILE}   keys, sealed; any program that knows age-encryption.org/v1 opens it`
      : 'Keys are not in here.',
    'manifest.json   SHA-256 of every file',
    '',
  ].join('\n')
