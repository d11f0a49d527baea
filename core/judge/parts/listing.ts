import type { Edit, ListedPart, Site } from '../../plan'
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
