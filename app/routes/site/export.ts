import { writeSiteFile } from '~/schema/siteFile'
import { siteOr404 } from '../../server/siteState.server'
import type { Route } from './+types/export'

/** The site file as a download. Keys only when asked for. */
export function loader({ params, request }: Route.LoaderArgs) {
  const { site } = siteOr404(params.siteId)
  const withKeys = new URL(request.url).searchParams.get('keys') === 'included'
  const file =
    site.name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'site'
  return new Response(writeSiteFile(site, withKeys), {
    headers: {
      'Content-Type': 'application/json; charset=utf-8',
      'Content-Disposition': `attachment; filename="${file}.json"`,
      'Cache-Control': 'no-store',
    },
  })
}
