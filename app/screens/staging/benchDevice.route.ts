import { data } from 'react-router'
import { readLogin } from '~/schema/bench'
import { loginAtBench, sheetOf } from '../../server/staging/bench.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import type { Route } from './+types/benchDevice.route'

/** All that one device on the bench shows. */
export function loader({ params }: Route.LoaderArgs) {
  siteOr404(params.siteId)
  return { sheet: sheetOf(params.siteId, params.deviceId) }
}

/** A login that somebody tries at it. */
export async function action({ params, request }: Route.ActionArgs) {
  siteOr404(params.siteId)
  const asked = readLogin(Object.fromEntries(await request.formData()))
  if (!asked.ok) return data({ problems: asked.problems }, { status: 400 })
  return { login: loginAtBench(params.siteId, params.deviceId, asked.value) }
}
