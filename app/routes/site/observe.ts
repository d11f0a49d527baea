import { data } from 'react-router'
import { jsonBody } from '../../server/jsonBody.server'
import { takeObservations } from '../../server/observations.server'
import type { Route } from './+types/observe'

/** Files what a person saw, several at once, or takes one back. */
export async function action({ params, request }: Route.ActionArgs) {
  const taken = takeObservations(params.siteId, await jsonBody(request))
  return taken.ok
    ? { ok: true as const }
    : data({ ok: false as const, problems: taken.problems }, { status: 400 })
}
