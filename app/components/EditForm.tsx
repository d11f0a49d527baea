import type { ReactNode } from 'react'
import type { Problem } from '~/core/lib/outcome'
import { pathText } from '~/core/lib/outcome'
import { FormProblems } from './Field'
import { StaleStates } from './StaleStates'

interface Props {
  problems: Problem[]
  busy: boolean
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
  onSave,
  onRemove,
  removeLabel,
  saveLabel = 'Save',
  children,
}: Props) {
  const loose = problems.filter((problem) => !hasField(problem))
  return (
    <FormProblems value={problems}>
      <form
        noValidate
        className="space-y-3"
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
