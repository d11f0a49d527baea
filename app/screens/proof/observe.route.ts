import { data } from 'react-router'
import { jsonBody } from '../../server/request/jsonBody.server'
import { takeObservations } from '../../server/proof/observations.server'
import type { Route } from './+types/observe.route'

/** Files what a person saw, several at once, or takes one back. */
export async function action({ params, request }: Route.ActionArgs) {
  const taken = takeObservations(params.siteId, await jsonBody(request))
  return taken.ok
    ? { ok: true as const }
    : data({ ok: false as const, problems: taken.problems }, { status: 400 })
}
