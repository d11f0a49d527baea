import { binary } from '../../server/files/download.server'
import { answered } from '../../server/request/answered.server'
import { labelSheets } from '../../server/record/sheets.server'
import type { Route } from './+types/labels.route'

/** Sheets of labels. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const made = await labelSheets(params.siteId, new URL(request.url).searchParams)
  if (!made.ok) return answered(made)
  const { name, bytes, type } = made.value
  return binary(name, type === 'application/pdf' ? '.pdf' : '.svg', bytes, type)
}
