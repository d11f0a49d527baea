import { plural } from '~/core/lib/plural'
import { sealedPartOf, withKeys } from '~/core/record'
import type { SealedPart } from '~/core/record'
import { openBundle } from '~/papers/bundle/open'
import { wholeBundle } from '~/papers/bundle/whole'
import { isZip } from '~/papers/bundle/zip'
import { opened, sealed } from '~/papers/seal'
import type { OpenWith, SealTo } from '~/papers/seal'
import { runPaperTask } from '~/papers/tasks'
import { writeSiteFile } from '~/schema/siteFile'
import { factsNow, openBy, sealTo, withBrought } from './brought'
import type { Brought } from './brought'
import { readBytes, writeOut } from './files'
import { oneFile } from './options'
import type { Command, Options } from './options'
import { badInput, USAGE_ERROR, written } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

const partOf = ({ site, history }: Brought): SealedPart =>
  sealedPartOf(site, history.revision, new Date().toISOString())

/** `seal FILE --out OUT.age`: every key of the plan, locked. */
export const sealCommand: Command = (files, options) =>
  withBrought(files, async (brought) => {
    const to = sealTo(options)
    if (!to.ok) return badInput(to.problems)
    if (to.value === null || options.out === undefined)
      return badInput([USAGE_ERROR('Give --out FILE, and --passphrase-file FILE or --recipient age1….')])
    const made = await sealedPart(brought, to.value)
    if (!made.ok) return badInput(made.problems)
    const out = writeOut(options.out, made.value, true)
    return out.ok
      ? written(options.out, made.value.length, `${plural(partOf(brought).keys.length, 'key')} sealed`)
      : badInput(out.problems)
  })

const sealedPart = (brought: Brought, to: SealTo) => sealed(partOf(brought), to)

/** `bundle FILE --zip OUT.zip`: everything in one file. */
export const bundleCommand: Command = (files, options) =>
  withBrought(files, async (brought) => {
    const to = sealTo(options)
    if (!to.ok) return badInput(to.problems)
    if (options.zip === undefined) return badInput([USAGE_ERROR('Where to? Give --zip FILE.')])
    const keys = to.value === null ? null : await sealedPart(brought, to.value)
    if (keys && !keys.ok) return badInput(keys.problems)
    const { site, history, pictures } = brought
    const facts = factsNow(brought)
    const bytes = await wholeBundle({
      site,
      facts,
      history,
      pictures,
      sealed: keys ? keys.value : null,
      printed: (copy) => runPaperTask({ kind: 'pdf', facts, copy, paper: 'a4' }, () => undefined),
    })
    const out = writeOut(options.zip, bytes)
    return out.ok
      ? written(options.zip, bytes.length, keys ? 'with its keys sealed' : 'without keys')
      : badInput(out.problems)
  })

/** `open BUNDLE|KEYS`: checked, opened, and with --out written as a site file. */
export const openCommand: Command = (files, options) =>
  oneFile(files, async (file) => {
    const by = openBy(options)
    const bytes = readBytes(file)
    if (!by.ok) return badInput(by.problems)
    if (!bytes.ok) return badInput(bytes.problems)
    return isZip(bytes.value)
      ? openZip(bytes.value, by.value, options)
      : openKeys(bytes.value, by.value, options)
  })

async function openZip(bytes: Uint8Array, by: OpenWith | null, { out }: Options): Promise<Output> {
  const bundle = await openBundle(bytes, by)
  if (!bundle.ok) return badInput(bundle.problems)
  const { site, history, keys } = bundle.value
  const done = out === undefined ? null : writeOut(out, writeSiteFile(site, keys === 'open'), keys === 'open')
  if (done && !done.ok) return badInput(done.problems)
  const says = {
    open: 'its keys are in their places',
    sealed: 'its keys stayed sealed',
    none: 'it has no keys',
  }[keys]
  return {
    exitCode: 0,
    json: {
      ok: true,
      site: site.name,
      revision: history.revision,
      keys,
      observations: history.observations.length,
      log: history.log.length,
      signed: history.signed.map(({ revision, hash, at }) => ({ revision, hash, at })),
      file: out ?? null,
    },
    text: `${site.name}, revision ${history.revision}: every file is as it was written; ${says}. ${plural(history.observations.length, 'observation')}, ${plural(history.log.length, 'line')} of log.`,
  }
}

async function openKeys(bytes: Uint8Array, by: OpenWith | null, { on, out }: Options): Promise<Output> {
  if (by === null)
    return badInput([USAGE_ERROR('Sealed keys open with --passphrase-file FILE or --identity FILE.')])
  const part = await opened(bytes, by)
  if (!part.ok) return badInput(part.problems)
  const { keys, site: name, revision } = part.value
  if (on === undefined || out === undefined)
    return {
      exitCode: 0,
      json: part.value,
      text: keys.map(({ what, name: of, key }) => `${of}: ${what}: ${key}`).join('\n'),
    }
  const site = readSite(on)
  if (!site.ok) return badInput(site.problems)
  const filled = withKeys(site.value, keys)
  const done = writeOut(out, writeSiteFile(filled.site, true), true)
  return done.ok
    ? {
        exitCode: 0,
        json: { ok: true, file: out, keys: keys.length, unknown: filled.unknown },
        text: `${out}: ${plural(keys.length - filled.unknown.length, 'key')} of ${name}, revision ${revision}, in their places${filled.unknown.length > 0 ? `; ${filled.unknown.length} have none in this plan` : ''}.`,
      }
    : badInput(done.problems)
}
