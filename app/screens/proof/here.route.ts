import { readHereRequest } from '~/schema/here'
import { doHere } from '../../server/proof/here.server'
import { answered } from '../../server/request/answered.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/here.route'

/** What this laptop is plugged into, and who answers from there. */
export async function action({ params, request }: Route.ActionArgs) {
  const asked = readHereRequest(await jsonBody(request))
  return answered(asked.ok ? await doHere(params.siteId, asked.value) : asked)
}
