import type { Edit } from '~/core/plan'

/** Later puts of a record take the place of earlier ones. */
export function mergedEdits(before: readonly Edit[], after: readonly Edit[]): Edit[] {
  const puts = new Set(after.map(putOf))
  return [...before.filter((edit) => edit.op !== 'put' || !puts.has(putOf(edit))), ...after]
}

const putOf = (edit: Edit) => (edit.op === 'put' ? `${edit.collection}/${edit.record.id}` : null)
