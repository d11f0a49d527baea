import { siteOr404 } from '../../server/derived/siteState.server'
import { download, fileName } from '../../server/files/download.server'
import { partsCsvOf } from '../../server/record/parts.server'
import type { Route } from './+types/csv.route'

/** The parts list as a table. */
export function loader({ params }: Route.LoaderArgs) {
  const { site } = siteOr404(params.siteId)
  return download(fileName(site.name, '-parts.csv'), partsCsvOf(params.siteId), 'text/csv')
}
