import { binary } from '../../server/files/download.server'
import { answered } from '../../server/request/answered.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import { sealKeys } from '../../server/record/bundle.server'
import type { Route } from './+types/seal.route'

/** The keys, sealed to whom they are given. */
export async function action({ params, request }: Route.ActionArgs) {
  const made = await sealKeys(params.siteId, await jsonBody(request))
  return made.ok
    ? binary(made.value.name, '-keys.age', made.value.bytes, 'application/octet-stream')
    : answered(made)
}
