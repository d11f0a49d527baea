import { data } from 'react-router'
import { deviceFile } from '~/core/formats'
import { download } from '../../server/files/download.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import type { Route } from './+types/file.route'

/** One file for one device. Keys only when asked for; what its format cannot hold is refused with the reason. */
export function loader({ params, request }: Route.LoaderArgs) {
  const { site } = siteOr404(params.siteId)
  const withKeys = new URL(request.url).searchParams.get('keys') === 'included'
  const file = deviceFile(site, params.fileId, withKeys)
  if (!file) throw data('The plan gives no such file any more.', { status: 404 })
  if (file.text === null)
    throw data(
      `${file.name} is not written. ${file.refused.map(({ message }) => message).join(' ')} Change that in the plan and ask again.`,
      { status: 422 },
    )
  return download(file.name, file.text, 'text/plain')
}
