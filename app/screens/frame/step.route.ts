import { jsonBody } from '../../server/request/jsonBody.server'
import { step } from '../../server/plan/commit.server'
import { answered } from '../../server/request/answered.server'
import type { Route } from './+types/step.route'

/** Undo and redo. */
export const action = async ({ params, request }: Route.ActionArgs) =>
  answered(step(params.siteId, await jsonBody(request)))
