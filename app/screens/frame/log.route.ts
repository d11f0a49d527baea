import { good } from '~/core/lib/outcome'
import { readLogLine } from '~/schema/log'
import { answered } from '../../server/request/answered.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import { store } from '../../server/sites/store.server'
import type { Route } from './+types/log.route'

/** Files a log line. */
export async function action({ params, request }: Route.ActionArgs) {
  siteOr404(params.siteId)
  const line = readLogLine(await jsonBody(request))
  if (line.ok) store().log.add(params.siteId, line.value)
  return answered(line.ok ? good({}) : line)
}
