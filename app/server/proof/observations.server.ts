import { bad, good } from '~/core/lib/outcome'
import type { Outcome, Problem } from '~/core/lib/outcome'
import { seenGear } from '~/core/guide/order'
import {
  acceptance,
  evidenceFor,
  isHeard,
  seenRunning,
  testKindOf,
  verdictOn,
  withoutMoved,
} from '~/core/judge/proof'
import type {
  AcceptanceRow,
  Evidence,
  HeardObservation,
  Observation,
  Seen,
  SeenVerdict,
} from '~/core/judge/proof'
import type { Site } from '~/core/plan'
import { readSaid } from '~/schema/observations'
import { plansOf, siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'
import { judgedTests } from './proof.server'

export type JudgedObservation = Observation & { verdict: SeenVerdict }

/** All that was seen on the real site, judged anew against the plan as it is, and what it proves. */
export function observationsOf(siteId: string): {
  seen: JudgedObservation[]
  evidence: Evidence[]
  sheet: AcceptanceRow[]
} {
  const { site, revision } = siteOr404(siteId)
  const seen = store().observations.ofSite(siteId)
  const evidence = evidenceFor(site, revision, seen, plansOf(siteId))
  return {
    seen: seen.map((one) => ({ ...one, verdict: verdictOn(site, one) })),
    evidence,
    sheet: acceptance(
      site,
      evidence,
      withoutMoved(site, revision, seen, plansOf(siteId)),
      judgedTests(siteId),
    ),
  }
}

/** What was read on the chart of radios that are still as they were then, and how much was of others. */
export function heardOn(siteId: string): { observed: HeardObservation[]; moved: number } {
  const { site, revision } = siteOr404(siteId)
  const all = store().observations.ofSite(siteId).filter(isHeard)
  const observed = withoutMoved(site, revision, all, plansOf(siteId)).filter(isHeard)
  return { observed, moved: all.length - observed.length }
}

/** The gear that can be seen running, and what of it was. */
export function stagedGear(siteId: string) {
  const { site } = siteOr404(siteId)
  return {
    gear: seenGear(site).map(({ id, name }) => ({ id, name })),
    running: [...seenRunning(site, store().observations.ofSite(siteId))],
  }
}

/** Takes what a person saw, whole or not at all; or, with `remove`, takes one back. */
export function takeObservations(siteId: string, body: Record<string, unknown>): Outcome<true> {
  const { site, revision } = siteOr404(siteId)
  if (typeof body.remove === 'string') {
    store().observations.remove(siteId, body.remove)
    return good(true)
  }
  const said = readSaid(body)
  if (!said.ok) return said
  if (said.value.revision > revision)
    return bad({
      path: ['revision'],
      code: 'revision.unknown',
      message: `Revision ${said.value.revision} of the plan does not exist; the newest is ${revision}.`,
    })
  const problems = said.value.seen.flatMap((one, i) => unknownIn(site, one, i))
  if (problems.length > 0) return { ok: false, problems }
  store().observations.add(siteId, said.value)
  return good(true)
}

/** What it speaks of must be in the plan. */
export function unknownIn(site: Site, seen: Seen, i: number): Problem[] {
  const lacking = testKindOf(seen).lacks(site, seen)
  return lacking
    ? [
        {
          path: ['seen', i, lacking.field],
          code: 'reference.unknown',
          message: `That ${lacking.noun} is not in the plan any more. Look at the new state, then record it again.`,
        },
      ]
    : []
}
