import type { AnyRecord, Collection, Edit } from '~/core/plan'
import { useEditForm } from './useEditForm'

interface Wanted<R> {
  collection: Collection
  record: R
  /** What it is called in the history and on its button: "network". */
  noun: string
  isNew: boolean
  /** What is saved along with it. */
  also?: (draft: R) => Edit[]
  onTaken?: () => void
}

/** A form over one record of the plan: added, changed, or taken out. */
export const useRecordForm = <R extends AnyRecord & { name: string }>(wanted: Wanted<R>) => {
  const { collection, record, noun, isNew, also, onTaken } = wanted
  return useEditForm<R>({
    initial: record,
    label: ({ name }) => `${isNew ? 'Add' : 'Change'} ${noun} ${name}`,
    edits: (draft) => [{ op: 'put', collection, record: draft }, ...(also?.(draft) ?? [])],
    remove: isNew
      ? undefined
      : {
          label: `Remove ${noun} ${record.name}`,
          button: `Remove this ${noun}`,
          edits: [{ op: 'remove', collection, id: record.id }],
        },
    onTaken,
  })
}
