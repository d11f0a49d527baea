import { answeredOnPlan } from '../../server/derived/planAnswer.server'
import { propose } from '../../server/plan/propose.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/propose.route'

/** A helper's proposal: shown, or taken. */
export const action = async ({ params, request }: Route.ActionArgs) =>
  answeredOnPlan(params.siteId, request, propose(params.siteId, await jsonBody(request)))
