import { createContext, use, useId } from 'react'
import type { ReactNode } from 'react'
import type { Problem } from '~/core/lib/outcome'
import { pathText } from '~/core/lib/outcome'

/** The problems of the form around a field; each field picks its own by path. */
export const FormProblems = createContext<Problem[]>([])

interface Ids {
  id: string
  'aria-invalid': boolean
  'aria-describedby': string | undefined
}

interface Props {
  label: string
  /** Path of the field in its record, as the checks name it, e.g. `pool.end`. */
  path: string
  /** Computed beside the field: what follows from what is typed. */
  hint?: ReactNode
  children: (ids: Ids) => ReactNode
}

/** Marks a field with its path in the page, for what watches a form as a whole. */
export const FIELD_PATH = 'data-field'

/** A label, a control, what follows from it, and what is wrong with it. */
export function Field({ label, path, hint, children }: Props) {
  const id = useId()
  const mine = use(FormProblems).filter((problem) => covers(path, pathText(problem.path)))
  const described = [hint ? `${id}-hint` : '', mine.length > 0 ? `${id}-problem` : '']
    .filter(Boolean)
    .join(' ')
  return (
    <div className="flex min-w-0 flex-col gap-0.5" {...{ [FIELD_PATH]: path }}>
      <label htmlFor={id} className="text-[0.9rem] font-medium">
        {label}
      </label>
      {children({ id, 'aria-invalid': mine.length > 0, 'aria-describedby': described || undefined })}
      {hint && (
        <p id={`${id}-hint`} className="caption">
          {hint}
        </p>
      )}
      {mine.length > 0 && (
        <p id={`${id}-problem`} role="alert" className="text-[0.9rem] font-medium text-caution">
          {mine.map(({ message }) => message).join(' ')}
        </p>
      )}
    </div>
  )
}

const covers = (path: string, problem: string): boolean =>
  problem === path || problem.startsWith(`${path}.`) || problem.startsWith(`${path}[`)
