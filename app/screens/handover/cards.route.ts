import { binary } from '../../server/files/download.server'
import { answered } from '../../server/request/answered.server'
import { cardSheets } from '../../server/record/sheets.server'
import type { Route } from './+types/cards.route'

/** Sheets of cards. Keys stand on them only when asked for. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const made = await cardSheets(params.siteId, new URL(request.url).searchParams)
  if (!made.ok) return answered(made)
  const { name, bytes, type } = made.value
  return binary(name, type === 'application/pdf' ? '.pdf' : '.svg', bytes, type)
}
