import { data } from 'react-router'
import { revealedKey } from '../../server/plan/revealedKey.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import type { Route } from './+types/key.route'

/** One key, shown because somebody asked to see it. */
export function loader({ params }: Route.LoaderArgs) {
  const revealed = revealedKey(siteOr404(params.siteId).site, params.profileId)
  if (!revealed) throw data('That profile is not in the plan any more.', { status: 404 })
  return data(revealed, { headers: { 'Cache-Control': 'no-store' } })
}
