import { data } from 'react-router'
import { store } from '../../server/sites/store.server'
import type { Route } from './+types/picture.route'

/** A picture under the plan. It never changes under its id. */
export function loader({ params }: Route.LoaderArgs) {
  const picture = store().pictures.read(params.siteId, params.pictureId)
  if (!picture) throw data('There is no such picture in this site.', { status: 404 })
  return new Response(new Uint8Array(picture.bytes), {
    headers: {
      'Content-Type': picture.mime,
      'X-Content-Type-Options': 'nosniff',
      'Cache-Control': 'private, max-age=31536000, immutable',
    },
  })
}
