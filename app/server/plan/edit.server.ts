import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { unmasked } from '~/core/plan'
import type { Edit, SecurityProfile, Site } from '~/core/plan'
import { fieldOnly, formProblems, readEditRequest } from '~/schema/edits'
import { evaluated } from '../derived/evaluated.server'
import { store } from '../sites/store.server'
import { commit } from './commit.server'

/** Makes edits from the browser: checked, whole or not at all, on the revision that was on screen. */
export function makeEdits(siteId: string, body: unknown): Outcome<number> {
  const request = readEditRequest(body)
  if (!request.ok) return request
  const { label, edits } = request.value
  const untouched = new Set(
    (body as { edits: Edit[] }).edits.flatMap((edit) => (keepsKey(edit) ? [edit.record.id] : [])),
  )
  const done = commit(siteId, body, label, (site) => {
    const whole = edits.map((edit) => withStoredKey(site, edit, untouched))
    const problems = formProblems(site, whole)
    return problems.length > 0 ? { ok: false, problems } : good(whole)
  })
  return done.ok ? done : { ok: false, problems: done.problems.map(fieldOnly) }
}

/** The browser never has the key; a profile sent without one keeps what it has. */
const keepsKey = (edit: Edit): edit is Edit & { record: SecurityProfile } =>
  edit.op === 'put' && edit.collection === 'profiles' && !('passphrase' in edit.record)

function withStoredKey(site: Site, whole: Edit, untouched: Set<string>): Edit {
  const edit =
    whole.op === 'put' ? { ...whole, record: unmasked(site, whole.collection, whole.record) } : whole
  if (edit.op !== 'put' || edit.collection !== 'profiles' || !untouched.has(edit.record.id)) return edit
  const stored = site.profiles.find(({ id }) => id === edit.record.id)
  return { ...edit, record: { ...(edit.record as SecurityProfile), passphrase: stored?.passphrase ?? null } }
}

/** Carries out the mend of a finding as the person saw it. */
export function mendFinding(siteId: string, body: Record<string, unknown>): Outcome<number> {
  const now = store().sites.read(siteId)
  const mendIn = (site: Site) => evaluated(site).findings.find(({ id }) => id === body.mend)?.mend
  const label = now && mendIn(now.site)?.label
  if (!label) return noFinding()
  const done = commit(siteId, body, label, (site) => {
    const mend = mendIn(site)
    return mend ? good(mend.edits) : noFinding()
  })
  return done.ok ? done : { ok: false, problems: done.problems.map(fieldOnly) }
}

const noFinding = () =>
  bad({
    path: [],
    code: 'gone',
    message: 'That finding is not there any more, so there is nothing to mend.',
  })
