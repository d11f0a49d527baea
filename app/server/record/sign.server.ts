import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { withoutSecrets } from '~/core/plan'
import { differencesOf, when } from '~/core/record'
import type { Difference, Signature } from '~/core/record'
import { sha256 } from '~/papers/sha256'
import { onPaperThread } from '~/papers/thread'
import { readSigning } from '~/schema/signing'
import type { SignedLine } from '~/store'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'
import { factsOf } from './facts.server'

/** What is printed at the foot of a signed record. */
export const sealWords = ({ hash }: Pick<SignedLine, 'hash'>): string => `SHA-256 as signed: ${hash}`

export interface SignedState extends SignedLine {
  /** What the plan has become since, in words; empty: it is as it was signed. */
  since: Difference[]
}

/** Records that were signed, the latest first, each with what has changed since. */
export function signedOf(siteId: string): SignedState[] {
  const { site } = siteOr404(siteId)
  const { handover } = store()
  return handover.signed(siteId).map((line) => {
    const kept = handover.signedBody(siteId, line.id)
    return { ...line, since: kept ? differencesOf(kept.plan, withoutSecrets(site)) : [] }
  })
}

/** Fixes the record of now under the names of those who sign it: both copies, with one hash. */
export async function sign(siteId: string, body: Record<string, unknown>): Promise<Outcome<{ id: string }>> {
  const asked = readSigning(body)
  if (!asked.ok) return asked
  const { site, revision } = siteOr404(siteId)
  if (asked.value.revision !== revision)
    return bad({
      path: ['revision'],
      code: 'stale',
      message: `You were looking at revision ${asked.value.revision}, and the plan is at ${revision} by now. Nothing was signed. Look at the new record first.`,
    })
  const at = new Date().toISOString()
  const facts = factsOf(siteId, at)
  const signatures = asked.value.signatures.map((one): Signature => ({
    ...one,
    at: when(one.at ?? at, facts.timeZone),
  }))
  const signed = { ...facts, signatures }
  const [customer, installer] = await Promise.all([
    onPaperThread({ kind: 'record', facts: signed, copy: 'customer' }),
    onPaperThread({ kind: 'record', facts: signed, copy: 'installer' }),
  ])
  const text = JSON.stringify({ customer, installer })
  const hash = sha256(text)
  const { handover, observations, log } = store()
  const id = handover.sign(siteId, { at, revision, hash, signatures, plan: withoutSecrets(site), body: text })
  const names = signatures.map(({ name }) => name).join(' and ')
  observations.add(siteId, { revision, who: names.slice(0, 80), place: '', seen: [{ kind: 'signed' }] })
  log.add(siteId, {
    stage: 'handover',
    deviceId: null,
    who: asked.value.who,
    text: `Record of revision ${revision} signed by ${names}. SHA-256 ${hash}.`,
  })
  return good({ id })
}
