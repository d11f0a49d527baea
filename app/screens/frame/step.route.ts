import { data } from 'react-router'
import { jsonBody } from '../../server/request/jsonBody.server'
import { store } from '../../server/sites/store.server'
import type { Route } from './+types/step.route'

/** Undo and redo. */
export async function action({ params, request }: Route.ActionArgs) {
  const { way, revision } = await jsonBody(request)
  const { edits } = store()
  const outcome = (way === 'redo' ? edits.redo : edits.undo)(params.siteId, Number(revision))
  if (outcome.ok)
    return {
      ok: true as const,
      label: outcome.value,
      way: way === 'redo' ? ('redo' as const) : ('undo' as const),
    }
  return data({ ok: false as const, problems: outcome.problems }, { status: 409 })
}
