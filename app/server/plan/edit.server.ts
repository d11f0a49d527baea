import { bad, good } from '~/core/lib/outcome'
import type { Outcome, Problem } from '~/core/lib/outcome'
import { applyEdits, freshProblems, unmasked } from '~/core/plan'
import type { Edit, SecurityProfile, Site } from '~/core/plan'
import { formProblems, readEditRequest } from '~/schema/edits'
import { evaluated } from '../derived/evaluated.server'
import { store } from '../sites/store.server'

/** Makes edits from the browser: checked, whole or not at all, on the revision that was on screen. */
export function makeEdits(siteId: string, body: unknown): Outcome<number> {
  const request = readEditRequest(body)
  if (!request.ok) return request
  const { revision, label, edits } = request.value
  const untouched = new Set(
    (body as { edits: Edit[] }).edits.flatMap((edit) => (keepsKey(edit) ? [edit.record.id] : [])),
  )
  return store().edits.edit(siteId, revision, label, (site) => {
    const whole = edits.map((edit) => withStoredKey(site, edit, untouched))
    const problems = [...formProblems(site, whole), ...integrityOf(site, whole)]
    return problems.length > 0 ? { ok: false, problems } : good(applyEdits(site, whole))
  })
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

/** New contradictions between records; the path is cut to the field, since the form knows which record it edits. */
const integrityOf = (site: Site, edits: Edit[]): Problem[] =>
  freshProblems(site, applyEdits(site, edits)).map((problem) => ({
    ...problem,
    path: typeof problem.path[1] === 'number' ? problem.path.slice(2) : problem.path,
  }))

/** Carries out the mend of a finding as it stands now. */
export function mendFinding(siteId: string, revision: number, findingId: string): Outcome<number> {
  const state = store().sites.read(siteId)
  const finding = state && evaluated(state.site).findings.find(({ id }) => id === findingId)
  if (!finding?.mend)
    return bad({
      path: [],
      code: 'gone',
      message: 'That finding is not there any more, so there is nothing to mend.',
    })
  const { label, edits } = finding.mend
  return store().edits.edit(siteId, revision, label, (site) => {
    const problems = integrityOf(site, edits)
    return problems.length > 0 ? { ok: false, problems } : good(applyEdits(site, edits))
  })
}
