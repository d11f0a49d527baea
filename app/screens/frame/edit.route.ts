import { makeEdits, mendFinding } from '../../server/plan/edit.server'
import { answeredOnPlan } from '../../server/derived/planAnswer.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/edit.route'

/** Every change to the plan comes in here: edits from a form, or the mend of a finding. */
export async function action({ params, request }: Route.ActionArgs) {
  const body = await jsonBody(request)
  const outcome =
    typeof body.mend === 'string' ? mendFinding(params.siteId, body) : makeEdits(params.siteId, body)
  return answeredOnPlan(
    params.siteId,
    request,
    outcome.ok ? { ok: true, value: { revision: outcome.value } } : outcome,
  )
}
