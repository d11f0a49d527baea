import { benchStream } from '../../server/staging/benchStream.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import type { Route } from './+types/benchStream.route'

/** The bench as server-sent events, two states a second. */
export function loader({ params, request }: Route.LoaderArgs) {
  siteOr404(params.siteId)
  return new Response(benchStream(params.siteId, request.signal), {
    headers: {
      'Content-Type': 'text/event-stream',
      // no-transform keeps the server from holding events back to compress them
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    },
  })
}
