import { data } from 'react-router'
import { jsonBody } from '../../server/request/jsonBody.server'
import { propose } from '../../server/plan/propose.server'
import type { Route } from './+types/propose.route'

/** A helper's proposal: shown, or taken. */
export async function action({ params, request }: Route.ActionArgs) {
  const outcome = propose(params.siteId, await jsonBody(request))
  if (outcome.ok) return { ok: true as const, proposal: outcome.value }
  const status = outcome.problems[0]?.code === 'stale' ? 409 : 400
  return data({ ok: false as const, problems: outcome.problems }, { status })
}
