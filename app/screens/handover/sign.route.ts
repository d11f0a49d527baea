import { sign } from '../../server/record/sign.server'
import { answered } from '../../server/request/answered.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/sign.route'

/** Fixes the record of now under the names of those who sign it. */
export const action = async ({ params, request }: Route.ActionArgs) =>
  answered(await sign(params.siteId, await jsonBody(request)))
