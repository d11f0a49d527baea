import type { Outcome } from '~/core/lib/outcome'
import type { FrameSince } from '../../wire/frames'
import { answered } from '../request/answered.server'
import { evaluateSoon } from './evaluated.server'
import { frameSince } from './frame.server'
import { siteOr404 } from './siteState.server'

/**
 * What became of something that may have changed a plan. Where the address says which revision the page has, as it does when it asks
 * what has changed since, the answer brings that along; else it is worked out for when the page asks.
 */
export function answeredOnPlan<T extends object>(
  siteId: string,
  request: Request,
  outcome: Outcome<T>,
): Response {
  if (!outcome.ok) return answered(outcome)
  const search = new URL(request.url).searchParams
  const since = search.has('revision') ? changesFor(siteId, search) : null
  if (!since) evaluateSoon(siteOr404(siteId).site)
  return answered({ ok: true, value: { ...outcome.value, ...(since && { since }) } })
}

/** Null also where they cannot be worked out: what was asked for is done all the same, and whoever asks next meets the fault. */
function changesFor(siteId: string, search: URLSearchParams): FrameSince | null {
  try {
    return frameSince(siteId, Number(search.get('revision')), search)
  } catch {
    return null
  }
}
