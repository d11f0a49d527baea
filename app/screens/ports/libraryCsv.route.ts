import { typesCsv } from '~/core/formats'
import { download, fileName } from '../../server/files/download.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import { store } from '../../server/sites/store.server'
import type { Route } from './+types/libraryCsv.route'

/** The device types of the site, or with `of=library` the user's own, as a table. */
export function loader({ params, request }: Route.LoaderArgs) {
  const { site } = siteOr404(params.siteId)
  const own = new URL(request.url).searchParams.get('of') === 'library'
  return download(
    own ? 'own-device-types.csv' : fileName(site.name, '-device-types.csv'),
    typesCsv(own ? store().ownTypes.all() : site.deviceTypes),
    'text/csv',
  )
}
