import type { Problem } from '../../../lib/outcome'
import { applyEdits, diffSites, numberedName } from '../../../plan'
import type { Collection, Device, Edit, Id, RecordOf, Site } from '../../../plan'
import type { Reason } from '../../proposals'

/** A plan on the way to what a job makes of it: its site grows record by record, with the words for it. */
export interface Draft {
  site: Site
  readonly reasons: Reason[]
  /** What the hands do, in order. */
  readonly steps: string[]
  readonly cautions: string[]
  /** Tests beyond those that follow from the plan. */
  readonly tests: string[]
  /** Why it cannot be made; the draft is thrown away then. */
  readonly problems: Problem[]
}

export const draftOn = (site: Site): Draft => ({
  site,
  reasons: [],
  steps: [],
  cautions: [],
  tests: [],
  problems: [],
})

export function put<C extends Collection>(draft: Draft, collection: C, record: RecordOf<C>): RecordOf<C> {
  draft.site = applyEdits(draft.site, [{ op: 'put', collection, record }])
  return record
}

export const edit = (draft: Draft, edits: Edit[]): void => {
  draft.site = applyEdits(draft.site, edits)
}

export const say = (draft: Draft, about: string, says: string): void => {
  draft.reasons.push({ about, says })
}

/** The sentence that stands at a question, and nothing is made. */
export function refuse(draft: Draft, questionId: string, message: string): void {
  if (draft.problems.some((one) => one.message === message)) return
  draft.problems.push({ path: questionId ? [questionId] : [], code: 'job.refused', message })
}

/** What does not fit because there are too many of something stands at the question that says how many. */
export function refuseTooMany(draft: Draft, questionId: string): void {
  for (const [i, problem] of draft.problems.entries())
    if (problem.path.length === 0) draft.problems[i] = { ...problem, path: [questionId] }
}

/** An id that no record of the collection has: the base, or the base and the next number. */
export function freshId(draft: Draft, collection: Collection, base: string): Id {
  const taken = new Set<Id>(draft.site[collection].map(({ id }) => id))
  return firstFree(base, (one) => !taken.has(one), '-')
}

/** A name that no device has yet. */
export const freshName = (draft: Draft, base: string): string =>
  unused(
    base,
    draft.site.devices.map(({ name }) => name),
  )

/** AP 1, AP 2 and so on, after those that are there. */
export const numbered = (draft: Draft, base: string): string =>
  numberedName(base, new Set(draft.site.devices.map(({ name }) => name.toLowerCase())))

/** The name, or the name and the next number, where one of these is called so in any case. */
export function unused(base: string, names: readonly string[]): string {
  const taken = new Set(names.map((name) => name.toLowerCase()))
  return firstFree(base, (one) => !taken.has(one.toLowerCase()), ' ')
}

function firstFree(base: string, isFree: (one: string) => boolean, joint: string): string {
  if (isFree(base)) return base
  let n = 2
  while (!isFree(`${base}${joint}${n}`)) n++
  return `${base}${joint}${n}`
}

/** The device as the draft has it by now. */
export const now = (draft: Draft, { id }: { id: Id }): Device => {
  const device = draft.site.devices.find((one) => one.id === id)
  if (!device) throw new Error(`the draft has no device ${id}`)
  return device
}

export const change = (draft: Draft, device: { id: Id }, part: Partial<Device>): Device =>
  put(draft, 'devices', { ...now(draft, device), ...part })

/** One change that leads from a plan to another: what is put, what goes, and the words of the site itself. */
export function editsBetween(before: Site, after: Site): Edit[] {
  const { header, added, updated, removed } = diffSites(before, after)
  return [
    ...(header ? [{ op: 'describe' as const, header: header.to }] : []),
    ...removed.map(({ collection, record }): Edit => ({ op: 'remove', collection, id: record.id })),
    ...added.map(({ collection, record }): Edit => ({ op: 'put', collection, record })),
    ...updated.map(({ collection, to }): Edit => ({ op: 'put', collection, record: to })),
    // Only among rules does the order decide: what is put goes to the end, and from there to its place.
    ...added
      .filter(({ collection }) => collection === 'rules')
      .map(({ collection, record, index }): Edit => ({ op: 'move', collection, id: record.id, index })),
  ]
}
