import { data } from 'react-router'
import { readRunbookRequest } from '~/schema/runbook'
import { doInRunbook } from '../../server/runbook/runbook.server'
import { jsonBody } from '../../server/request/jsonBody.server'
import type { Route } from './+types/runbookDo.route'

/** What a person does with the runbook. */
export async function action({ params, request }: Route.ActionArgs) {
  const asked = readRunbookRequest(await jsonBody(request))
  if (!asked.ok) return data({ ok: false as const, problems: asked.problems }, { status: 400 })
  const done = doInRunbook(params.siteId, asked.value)
  return done.ok
    ? { ok: true as const, problems: [] }
    : data({ ok: false as const, problems: done.problems }, { status: 409 })
}
