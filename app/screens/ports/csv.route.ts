import { data } from 'react-router'
import { addressesCsv, portsCsv } from '~/core/formats'
import { importCsv } from '../../server/plan/csvImport.server'
import { download, fileName } from '../../server/files/download.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import type { Route } from './+types/csv.route'

/** The ports or addresses as a table. */
export function loader({ params, request }: Route.LoaderArgs) {
  const { site } = siteOr404(params.siteId)
  const addresses = new URL(request.url).searchParams.get('what') === 'addresses'
  return download(
    fileName(site.name, addresses ? '-addresses.csv' : '-ports.csv'),
    addresses ? addressesCsv(site) : portsCsv(site),
    'text/csv',
  )
}

/** A table read in: shown first, then taken whole or not at all. */
export async function action({ params, request }: Route.ActionArgs) {
  const outcome = await importCsv(params.siteId, await request.formData())
  if (outcome.ok) return { ok: true as const, preview: outcome.value }
  const status = outcome.problems[0]?.code === 'stale' ? 409 : 400
  return data({ ok: false as const, problems: outcome.problems }, { status })
}
