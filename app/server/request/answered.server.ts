import type { Outcome } from '~/core/lib/outcome'

/** What became of something that was sent, as JSON: 409 where the plan is another by now, 400 where the data is wrong. */
export function answered<T extends object>(outcome: Outcome<T>): Response {
  if (outcome.ok) return Response.json({ ok: true, ...outcome.value })
  const { problems } = outcome
  return Response.json({ ok: false, problems }, { status: problems[0]?.code === 'stale' ? 409 : 400 })
}
