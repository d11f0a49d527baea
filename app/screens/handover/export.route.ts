import { writeSiteFile } from '~/schema/siteFile'
import { download, fileName } from '../../server/files/download.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import type { Route } from './+types/export.route'

/** The site file as a download. Keys only when asked for. */
export function loader({ params, request }: Route.LoaderArgs) {
  const { site } = siteOr404(params.siteId)
  const withKeys = new URL(request.url).searchParams.get('keys') === 'included'
  return download(fileName(site.name, '.json'), writeSiteFile(site, withKeys), 'application/json')
}
