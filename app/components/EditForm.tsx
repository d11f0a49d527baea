import type { FocusEvent, ReactNode } from 'react'
import type { Problem } from '~/core/lib/outcome'
import { pathText } from '~/core/lib/outcome'
import { FormProblems } from './Field'
import { StaleStates } from './StaleStates'

interface Props {
  problems: Problem[]
  busy: boolean
  /** What is wrong with the draft as it stands, said at its fields. */
  checks?: { problems: Problem[]; onBlur: (event: FocusEvent) => void }
  onSave: () => void
  onRemove?: () => void
  removeLabel?: string
  saveLabel?: string
  children: ReactNode
}

/** Problems between records, or deep inside lists, belong to no single field. */
const hasField = ({ path, code }: Problem): boolean =>
  path.length > 0 &&
  code !== 'stale' &&
  !path.some((part) => typeof part === 'number') &&
  !/^(cable|port|reference|id)\./.test(code)

/** A form for one record: problems go to their fields, the ones without a field stand on top. */
export function EditForm({
  problems,
  busy,
  checks,
  onSave,
  onRemove,
  removeLabel,
  saveLabel = 'Save',
  children,
}: Props) {
  const loose = problems.filter((problem) => !hasField(problem))
  return (
    <FormProblems value={problems.length > 0 ? problems : (checks?.problems ?? problems)}>
      <form
        noValidate
        className="space-y-3"
        onBlur={checks?.onBlur}
        onSubmit={(event) => {
          event.preventDefault()
          onSave()
        }}
      >
        {problems.length > 0 && (
          <div role="alert" className="border-l-4 border-caution bg-caution-wash px-3 py-1.5">
            <strong>Not saved.</strong> {loose.map(({ message }) => message).join(' ')}
            {loose.length < problems.length &&
              ` Look at ${[...new Set(problems.filter((p) => !loose.includes(p)).map(({ path }) => pathText(path)))].join(', ')}.`}
            <StaleStates problems={problems} />
          </div>
        )}
        {children}
        <div className="flex items-center gap-2 pt-1">
          <button className="button button-main" disabled={busy}>
            {saveLabel}
          </button>
          {onRemove && (
            <button type="button" className="button" disabled={busy} onClick={onRemove}>
              {removeLabel ?? 'Remove'}
            </button>
          )}
        </div>
      </form>
    </FormProblems>
  )
}
