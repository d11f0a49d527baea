import { tickParts } from '../../server/record/parts.server'
import { answered } from '../../server/request/answered.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/tick.route'

/** Ticks parts as ordered, staged or packed. */
export const action = async ({ params, request }: Route.ActionArgs) =>
  answered(tickParts(params.siteId, await jsonBody(request)))
