import { doJob } from '../../server/plan/job.server'
import { answered } from '../../server/request/answered.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/job.route'

/** What a job asks and would make with the answers so far; or it is made. */
export const action = async ({ params, request }: Route.ActionArgs) =>
  answered(doJob(params.siteId, await jsonBody(request)))
