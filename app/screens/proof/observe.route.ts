import { good } from '~/core/lib/outcome'
import { takeObservations } from '../../server/proof/observations.server'
import { answered } from '../../server/request/answered.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/observe.route'

/** Files what a person saw, several at once, or takes one back. */
export async function action({ params, request }: Route.ActionArgs) {
  const taken = takeObservations(params.siteId, await jsonBody(request))
  return answered(taken.ok ? good({}) : taken)
}
