import type { Edit, ListedPart, Site } from '../../plan'
import { needsOf } from '.'
import { toGet } from './types'
import type { Need } from './types'

/** The id of the line that answers a need: made of its key, so that two windows put the same line and not two. */
export const lineId = (key: string): string => `part-${key.replace(/[^A-Za-z0-9_-]/g, '-')}`.slice(0, 40)

/** Edits by which the list has at least what is needed of these; what is there keeps its rate and what is at hand. */
export const newListedParts = (site: Site, needs: readonly Need[]): Edit[] =>
  needs
    .filter((need) => toGet(need) > 0)
    .map((need) => {
      const line = site.parts.find(({ key }) => key === need.key)
      const record: ListedPart = {
        id: line?.id ?? freeId(site, need.key),
        key: need.key,
        name: need.name,
        unit: need.unit,
        count: Math.max(line?.count ?? 0, toGet(need) - (line?.have ?? 0)),
        have: line?.have ?? 0,
        rate: line?.rate ?? null,
      }
      return { op: 'put', collection: 'parts', record }
    })

/** Long keys that begin alike would share an id. */
function freeId(site: Site, key: string): string {
  const taken = new Set(site.parts.map(({ id }) => id))
  const id = lineId(key)
  for (let n = 2; ; n++) {
    const tried = n === 2 ? id : `${id.slice(0, 36)}-${n}`
    if (!taken.has(tried)) return tried
  }
}

/** The list taken as the plan has it now, where nobody has taken it yet: a line of one's own needs a list to stand on. */
export const takenFirst = (site: Site): Edit[] =>
  site.parts.length === 0 ? newListedParts(site, needsOf(site)) : []

/** Edits that change the line of a need or of somebody's own. Where there is no line, the list or the line is taken first. */
export function changedLine(site: Site, key: string, part: Partial<ListedPart>): Edit[] {
  const line = site.parts.find((one) => (one.key || one.id) === key)
  if (line) return [{ op: 'put', collection: 'parts', record: { ...line, ...part } }]
  const mine = needsOf(site).filter((need) => need.key === key)
  const taken = site.parts.length === 0 ? takenFirst(site) : newListedParts(site, mine)
  return taken.map((edit): Edit => {
    if (edit.op !== 'put' || edit.collection !== 'parts') return edit
    const record = edit.record as ListedPart
    return record.key === key ? { ...edit, record: { ...record, ...part } } : edit
  })
}
