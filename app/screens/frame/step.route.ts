import { answeredOnPlan } from '../../server/derived/planAnswer.server'
import { step } from '../../server/plan/commit.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/step.route'

/** Undo and redo. */
export const action = async ({ params, request }: Route.ActionArgs) =>
  answeredOnPlan(params.siteId, request, step(params.siteId, await jsonBody(request)))
