import { data } from 'react-router'
import { readBenchRequest } from '~/schema/bench'
import { doAtBench } from '../../server/staging/benchActions.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/bench.route'

/** What a person does at the bench. */
export async function action({ params, request }: Route.ActionArgs) {
  const asked = readBenchRequest(await jsonBody(request))
  if (!asked.ok) return data({ ok: false as const, problems: asked.problems }, { status: 400 })
  const done = doAtBench(params.siteId, asked.value)
  return done.ok
    ? { ok: true as const }
    : data({ ok: false as const, problems: done.problems }, { status: 409 })
}
