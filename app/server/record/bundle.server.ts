import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { sealedPartOf } from '~/core/record'
import { onPaperThread } from '~/papers/thread'
import { readSealing } from '~/schema/sealing'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'
import { factsOf, historyOf } from './facts.server'

/** The keys of a site, sealed to whom they are given; it is written down who that was, and never a key. */
export async function sealKeys(
  siteId: string,
  body: Record<string, unknown>,
): Promise<Outcome<{ bytes: Uint8Array; name: string }>> {
  const asked = readSealing(body)
  if (!asked.ok) return asked
  const { site, revision } = siteOr404(siteId)
  const part = sealedPartOf(site, revision, new Date().toISOString())
  if (part.keys.length === 0)
    return bad({ path: [], code: 'seal.none', message: 'The plan has no key yet: there is nothing to seal.' })
  const { sealed } = await import('~/papers/seal')
  const made = await sealed(part, asked.value.to)
  if (!made.ok) return made
  const to = 'passphrase' in asked.value.to ? 'a passphrase' : asked.value.to.recipients.join(', ')
  store().log.add(siteId, {
    stage: 'handover',
    deviceId: null,
    who: asked.value.who,
    text: `${part.keys.length} keys of revision ${revision} sealed to ${to}, given to ${asked.value.givenTo}.`,
  })
  return good({ bytes: made.value, name: site.name })
}

/** Everything in one file. With something to seal to, the sealed keys are in it. */
export async function bundleOf(
  siteId: string,
  body: Record<string, unknown>,
): Promise<Outcome<{ bytes: Uint8Array; name: string }>> {
  const { site } = siteOr404(siteId)
  const writtenAt = new Date().toISOString()
  const wantsKeys = body.passphrase !== undefined || body.recipients !== undefined
  const keys = wantsKeys ? await sealKeys(siteId, body) : null
  if (keys && !keys.ok) return keys
  const facts = factsOf(siteId, writtenAt)
  const pictures = [...new Set(site.underlays.map(({ pictureId }) => pictureId))].flatMap((id) => {
    const picture = store().pictures.read(siteId, id)
    return picture ? [{ id, mime: picture.mime, bytes: new Uint8Array(picture.bytes) }] : []
  })
  const { wholeBundle } = await import('~/papers/bundle/whole')
  const bytes = await wholeBundle({
    site,
    facts,
    history: historyOf(siteId),
    pictures,
    sealed: keys ? keys.value.bytes : null,
    printed: (copy) => onPaperThread({ kind: 'pdf', facts, copy, paper: 'a4' }),
  })
  return good({ bytes, name: site.name })
}

/** A bundle opened as a new site, with all that it brings along; or which file in it is not as it was written. */
export async function restoreBundle(
  bytes: Uint8Array,
  passphrase: string,
): Promise<Outcome<{ siteId: string }>> {
  const { openBundle } = await import('~/papers/bundle/open')
  const opened = await openBundle(bytes, passphrase === '' ? null : { passphrase })
  if (!opened.ok) return opened
  const { site, history, pictures, keys } = opened.value
  const { restored, pictures: shelf, log } = store()
  const siteId = restored.restore(site, history)
  for (const { id, mime, bytes: body } of pictures) shelf.add(siteId, id, { mime, bytes: Buffer.from(body) })
  log.add(siteId, {
    stage: 'handover',
    deviceId: null,
    who: '',
    text: `Opened from a bundle of revision ${history.revision}${keys === 'open' ? ', with its keys' : keys === 'sealed' ? '; its keys stayed sealed' : ', without keys'}.`,
  })
  return good({ siteId })
}
