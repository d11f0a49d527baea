import { benchStateAt } from '../../server/staging/bench.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import type { Route } from './+types/benchPast.route'

/** The bench as it was at so many seconds. */
export function loader({ params, request }: Route.LoaderArgs) {
  siteOr404(params.siteId)
  const atS = Number(new URL(request.url).searchParams.get('s'))
  return { bench: Number.isFinite(atS) && atS >= 0 ? benchStateAt(params.siteId, atS) : null }
}
