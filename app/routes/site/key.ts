import { data } from 'react-router'
import { siteOr404 } from '../../server/siteState.server'
import type { Route } from './+types/key'

/** One key, shown because somebody asked to see it. */
export function loader({ params }: Route.LoaderArgs) {
  const profile = siteOr404(params.siteId).site.profiles.find(({ id }) => id === params.profileId)
  if (!profile) throw data('That profile is not in the plan any more.', { status: 404 })
  return data({ passphrase: profile.passphrase }, { headers: { 'Cache-Control': 'no-store' } })
}
