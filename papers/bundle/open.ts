import { bad, good } from '~/core/lib/outcome'
import type { Outcome, Problem } from '~/core/lib/outcome'
import { noHistory, withKeys } from '~/core/record'
import type { History, SealedPart } from '~/core/record'
import type { Site } from '~/core/plan'
import { readHistory } from '~/schema/history'
import { readSiteFile } from '~/schema/siteFile'
import { opened } from '../seal'
import type { OpenWith } from '../seal'
import { sha256 } from '../sha256'
import { HISTORY_FILE, KEYS_FILE, SITE_FILE } from './contents'
import { readBundle } from './zip'

/** A site with all that it brings along. */
export interface OpenedSite {
  site: Site
  history: History
  pictures: { id: string; mime: 'image/png' | 'image/jpeg'; bytes: Uint8Array }[]
  /** open: keys are in their places · sealed: they are in the bundle, and nobody has opened them · none: they came another way. */
  keys: 'open' | 'sealed' | 'none'
}

/** Opens a bundle: every file as it was written, the plan, what was observed; keys where somebody opens them. */
export async function openBundle(bytes: Uint8Array, by: OpenWith | null): Promise<Outcome<OpenedSite>> {
  const bundle = readBundle(bytes)
  if (!bundle.ok) return bundle
  const { files, manifest } = bundle.value
  const text = (path: string): string | null => {
    const found = files.get(path)
    return found ? new TextDecoder().decode(found) : null
  }
  const siteText = text(SITE_FILE)
  if (siteText === null)
    return bad({
      path: [SITE_FILE],
      code: 'bundle.noSite',
      message: `There is no ${SITE_FILE} in the bundle.`,
    })
  const site = within(SITE_FILE, readSiteFile(siteText))
  const historyText = text(HISTORY_FILE)
  const history =
    historyText === null
      ? good(noHistory(manifest.revision))
      : within(HISTORY_FILE, readHistory(historyText, text))
  if (!site.ok || !history.ok) return { ok: false, problems: [...problemsOf(site), ...problemsOf(history)] }
  const forged = history.value.signed.flatMap(({ body, hash, revision }, i): Problem[] =>
    sha256(body) === hash
      ? []
      : [
          {
            path: [HISTORY_FILE, 'signed', i],
            code: 'bundle.signed',
            message: `The record of revision ${revision} is not the one that was signed: its SHA-256 is ${sha256(body)}, and signed was ${hash}.`,
          },
        ],
  )
  if (forged.length > 0) return { ok: false, problems: forged }
  const sealedPart = files.get(KEYS_FILE)
  const keys = sealedPart && by ? await opened(sealedPart, by) : null
  if (keys && !keys.ok) return keys
  return good({
    site: keys ? withKeys(site.value, keysIn(keys.value)).site : site.value,
    history: history.value,
    pictures: [...files].flatMap(([path, body]) => {
      const [, id, kind] = /^pictures\/([A-Za-z0-9_-]+)\.(png|jpg)$/.exec(path) ?? []
      return id
        ? [{ id, mime: kind === 'png' ? ('image/png' as const) : ('image/jpeg' as const), bytes: body }]
        : []
    }),
    keys: keys ? 'open' : sealedPart ? 'sealed' : 'none',
  })
}

const keysIn = ({ keys }: SealedPart) => keys

/** Problems of a file in the bundle, by its name. */
const within = <T>(file: string, outcome: Outcome<T>): Outcome<T> =>
  outcome.ok
    ? outcome
    : { ok: false, problems: outcome.problems.map((one) => ({ ...one, path: [file, ...one.path] })) }

const problemsOf = (outcome: Outcome<unknown>): Problem[] => (outcome.ok ? [] : outcome.problems)
