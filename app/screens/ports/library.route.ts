import { data } from 'react-router'
import { doLibrary } from '../../server/plan/library.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import { store } from '../../server/sites/store.server'
import type { Route } from './+types/library.route'

/** The user's own device types, for every site. */
export function loader({ params }: Route.LoaderArgs) {
  siteOr404(params.siteId)
  return { types: store().ownTypes.all() }
}

export async function action({ params, request }: Route.ActionArgs) {
  const done = await doLibrary(params.siteId, await request.formData())
  return done.ok
    ? { ok: true as const, kept: done.value }
    : data({ ok: false as const, problems: done.problems }, { status: 400 })
}
