import { RadioGroup as Radix } from 'radix-ui'
import { useId } from 'react'

interface Props<T extends string> {
  label: string
  value: T | null
  onChange: (value: T) => void
  choices: readonly { value: T; label: string }[]
  /** Shown as words beside it where the table around does not say it. */
  isLabelled?: boolean
}

/** One of a few, all in view. Arrow keys go from one to the next. */
export function RadioGroup<T extends string>({ label, value, onChange, choices, isLabelled }: Props<T>) {
  const id = useId()
  return (
    <Radix.Root
      aria-label={label}
      className="flex flex-wrap items-center gap-x-4 gap-y-1"
      value={value ?? ''}
      onValueChange={(next) => onChange(next as T)}
    >
      {isLabelled && <span className="font-medium">{label}</span>}
      {choices.map((choice) => (
        <span key={choice.value} className="flex min-h-8 items-center gap-1.5">
          <Radix.Item id={`${id}-${choice.value}`} value={choice.value} className="radio">
            <Radix.Indicator className="radio-dot" />
          </Radix.Item>
          <label htmlFor={`${id}-${choice.value}`}>{choice.label}</label>
        </span>
      ))}
    </Radix.Root>
  )
}
