import { data } from 'react-router'
import { makeEdits, mendFinding } from '../../server/plan/edit.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/edit.route'

/** Every change to the plan comes in here: edits from a form, or the mend of a finding. */
export async function action({ params, request }: Route.ActionArgs) {
  const body = await jsonBody(request)
  const outcome =
    typeof body.mend === 'string'
      ? mendFinding(params.siteId, Number(body.revision), body.mend)
      : makeEdits(params.siteId, body)
  if (outcome.ok) return { ok: true as const, revision: outcome.value }
  const status = outcome.problems[0]?.code === 'stale' ? 409 : 400
  return data({ ok: false as const, problems: outcome.problems }, { status })
}
