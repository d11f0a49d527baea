import { useId } from 'react'
import { Select } from './Select'
import type { Choice } from './Select'

interface Props {
  label: string
  value: string
  onChange: (value: string) => void
  choices: readonly Choice[]
  className?: string
}

/** A list with its label before it, in a line of tools: what is chosen is shown at once. */
export function InlineSelect({ label, value, onChange, choices, className }: Props) {
  const id = useId()
  return (
    <span className="flex items-center gap-1.5">
      <label htmlFor={id} className="text-soft">
        {label}
      </label>
      <Select
        id={id}
        className={className}
        value={value}
        onChange={(next) => next !== null && onChange(next)}
        choices={choices}
      />
    </span>
  )
}
