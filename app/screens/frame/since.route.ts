import { frameSince } from '../../server/derived/frame.server'
import type { Route } from './+types/since.route'

/** The frame for a page that has an earlier one: what has changed. `null`: it is not remembered, ask for the whole. */
export function loader({ params, request }: Route.LoaderArgs) {
  const search = new URL(request.url).searchParams
  return Response.json(frameSince(params.siteId, Number(search.get('revision')), search))
}
