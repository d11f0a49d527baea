import { makeEdits, mendFinding } from '../../server/plan/edit.server'
import { evaluateSoon } from '../../server/derived/evaluated.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import { answered } from '../../server/request/answered.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/edit.route'

/** Every change to the plan comes in here: edits from a form, or the mend of a finding. */
export async function action({ params, request }: Route.ActionArgs) {
  const body = await jsonBody(request)
  const outcome =
    typeof body.mend === 'string' ? mendFinding(params.siteId, body) : makeEdits(params.siteId, body)
  if (outcome.ok) evaluateSoon(siteOr404(params.siteId).site)
  return answered(outcome.ok ? { ok: true, value: { revision: outcome.value } } : outcome)
}
