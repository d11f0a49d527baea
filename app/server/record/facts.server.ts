import { withoutSecrets } from '~/core/plan'
import type { Site } from '~/core/plan'
import { factsFrom } from '~/core/record'
import type { History, LogEntry, RecordFacts } from '~/core/record'
import { evaluated } from '../derived/evaluated.server'
import { plansOf, siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'

const MOST_LINES = 20_000
const MOST_REVISIONS = 2000
/** Plans of earlier revisions that go along in a bundle. */
const MOST_PLANS = 200

/** The clock of the machine that the site is looked after on. */
const timeZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone

/** All that the record of a site is made of, without a key. Simulated results are not among it. */
export function factsOf(siteId: string, writtenAt: string): RecordFacts {
  const { site } = siteOr404(siteId)
  return factsFrom(
    site,
    workOf(siteId),
    evaluated(site).findings,
    { writtenAt, timeZone: timeZone() },
    store().edits.revisions(siteId, MOST_REVISIONS),
  )
}

const logOf = (siteId: string): LogEntry[] =>
  store()
    .log.ofSite(siteId, MOST_LINES)
    .map(({ at, stage, deviceId, text, who }) => ({ at, stage, deviceId, text, who }))
    .reverse()

const throughputOf = (siteId: string) =>
  store()
    .proofs.ofSite(siteId)
    .flatMap((proof) => (proof.kind === 'throughput' ? [proof] : []))

/** What goes along to another house: the same, as it is stored. */
export function historyOf(siteId: string): History {
  const { handover } = store()
  return {
    ...workOf(siteId),
    signed: handover.signed(siteId).flatMap(({ id, ...signed }) => {
      const kept = handover.signedBody(siteId, id)
      return kept ? [{ ...signed, ...kept }] : []
    }),
  }
}

/** The same without the records that were signed: they are large, and no record is made of them. */
function workOf(siteId: string): History {
  const { revision } = siteOr404(siteId)
  const { runbooks, handover, observations } = store()
  const built = runbooks.asBuilt(siteId)
  const seen = observations.ofSite(siteId)
  const planAt = plansOf(siteId)
  const earlier = [...new Set(seen.map((one) => one.revision))].filter((one) => one !== revision)
  return {
    revision,
    observations: seen,
    throughput: throughputOf(siteId).map(({ id, at, revision: then, who, body }) => ({
      id,
      at,
      revision: then,
      who,
      body,
    })),
    log: logOf(siteId),
    built: built && { ...built, plan: withoutSecrets(built.plan) },
    runbooks: handover.runbooks(siteId),
    ticks: handover.ticks(siteId),
    signed: [],
    plans: earlier
      .sort((a, b) => b - a)
      .slice(0, MOST_PLANS)
      .flatMap((one) => {
        const plan: Site | null = planAt(one)
        return plan ? [{ revision: one, plan: withoutSecrets(plan) }] : []
      }),
  }
}
