import { binary } from '../../server/files/download.server'
import { answered } from '../../server/request/answered.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import { bundleOf } from '../../server/record/bundle.server'
import type { Route } from './+types/bundle.route'

/** Everything in one file. */
export async function action({ params, request }: Route.ActionArgs) {
  const made = await bundleOf(params.siteId, await jsonBody(request))
  return made.ok
    ? binary(made.value.name, '-bundle.zip', made.value.bytes, 'application/zip')
    : answered(made)
}
