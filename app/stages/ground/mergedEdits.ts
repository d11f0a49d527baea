import type { Edit } from '~/core/site'

/** Later puts of a record take the place of earlier ones. */
export function mergedEdits(before: readonly Edit[], after: readonly Edit[]): Edit[] {
  const key = (edit: Edit) => (edit.op === 'put' ? `${edit.collection}/${edit.record.id}` : null)
  const fresh = new Set(after.map(key))
  return [...before.filter((edit) => !fresh.has(key(edit))), ...after]
}
