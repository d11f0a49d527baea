import { data } from 'react-router'
import { writeGeoJson } from '~/core/formats'
import { download, fileName } from '../../server/files/download.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import type { Route } from './+types/geojson.route'

/** All that is drawn, as GeoJSON round the site's own origin. */
export function loader({ params }: Route.LoaderArgs) {
  const { site } = siteOr404(params.siteId)
  if (!site.ground.origin)
    throw data(
      'The plan’s zero has no place on the globe yet. Set its latitude and longitude at Ground, Settings.',
      {
        status: 409,
      },
    )
  return download(
    fileName(site.name, '-ground.geojson'),
    writeGeoJson(site, site.ground.origin),
    'application/geo+json',
  )
}
