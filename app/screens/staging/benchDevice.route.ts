import { sheetOf } from '../../server/staging/bench.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import type { Route } from './+types/benchDevice.route'

/** All that one device on the bench shows. */
export function loader({ params }: Route.LoaderArgs) {
  siteOr404(params.siteId)
  return { sheet: sheetOf(params.siteId, params.deviceId) }
}
