import { answeredOnPlan } from '../../server/derived/planAnswer.server'
import { doJob } from '../../server/plan/job.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/job.route'

/** What a job asks and would make with the answers so far; or it is made. */
export const action = async ({ params, request }: Route.ActionArgs) =>
  answeredOnPlan(params.siteId, request, doJob(params.siteId, await jsonBody(request)))
