import type { Edit } from '~/core/plan'
import { useDraft } from '../hooks/useDraft'
import { usePlanEdit } from '../hooks/usePlanEdit'
import { useSite } from '../hooks/useSite'
import { useChecks } from './useChecks'

interface Wanted<T> {
  /** What it begins with. */
  initial: T
  /** What the change is called in the history. */
  label: (draft: T) => string
  /** What the draft would do to the plan. */
  edits: (draft: T) => Edit[]
  /** Takes the record off the plan, where that is offered. */
  remove?: { label: string; button?: string; edits: Edit[] } | undefined
  onTaken?: (() => void) | undefined
}

/** A form over a part of the plan: the draft, what is wrong with it while it is typed, and how it is sent. `form` goes to EditForm. */
export function useEditForm<T>({ initial, label, edits, remove, onTaken }: Wanted<T>) {
  const { site } = useSite()
  const [draft, set] = useDraft(initial)
  const { edit, problems, busy } = usePlanEdit(onTaken, 'draft')
  const checks = useChecks(site, () => edits(draft))
  return {
    draft,
    set,
    form: {
      problems,
      busy,
      checks,
      onSave: () => {
        checks.forget()
        edit(label(draft), edits(draft))
      },
      ...(remove
        ? { onRemove: () => edit(remove.label, remove.edits), removeLabel: remove.button ?? 'Remove' }
        : {}),
    },
  }
}
