import { data } from 'react-router'
import { takePicture } from '../../server/files/pictures.server'
import type { Route } from './+types/pictures.route'

/** Takes a picture for under the plan. */
export async function action({ params, request }: Route.ActionArgs) {
  const outcome = await takePicture(params.siteId, await request.formData())
  if (outcome.ok) return { ok: true as const, picture: outcome.value }
  return data({ ok: false as const, problems: outcome.problems }, { status: 400 })
}
