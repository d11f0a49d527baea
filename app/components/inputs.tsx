import type { ReactNode } from 'react'
import { Field } from './Field'
import { Select } from './Select'
import type { Choice } from './Select'

export { Checkbox as CheckInput } from './Checkbox'
export type { Choice } from './Select'

interface Base {
  label: string
  path: string
  hint?: ReactNode
}

interface TextProps extends Base {
  value: string
  onChange: (value: string) => void
  mono?: boolean
  placeholder?: string
  type?: 'text' | 'password'
}

export function TextInput({
  label,
  path,
  hint,
  value,
  onChange,
  mono,
  placeholder,
  type = 'text',
}: TextProps) {
  return (
    <Field label={label} path={path} hint={hint}>
      {(ids) => (
        <input
          {...ids}
          type={type}
          className={`field ${mono ? 'figures' : ''}`}
          value={value}
          placeholder={placeholder}
          autoComplete="off"
          spellCheck={mono ? false : undefined}
          onChange={(event) => onChange(event.target.value)}
        />
      )}
    </Field>
  )
}

interface NumberProps extends Base {
  value: number | null
  onChange: (value: number | null) => void
  min?: number
  max?: number
  step?: number
}

/** A number field that may stand empty while it is typed; empty is null. */
export function NumberInput({ label, path, hint, value, onChange, min, max, step }: NumberProps) {
  return (
    <Field label={label} path={path} hint={hint}>
      {(ids) => (
        <input
          {...ids}
          type="number"
          className="field figures text-right"
          value={value ?? ''}
          min={min}
          max={max}
          step={step ?? 'any'}
          onChange={(event) => onChange(event.target.value === '' ? null : Number(event.target.value))}
        />
      )}
    </Field>
  )
}

interface SelectProps extends Base {
  value: string | null
  onChange: (value: string | null) => void
  choices: readonly Choice[]
  /** Words for "none", where none is allowed. */
  none?: string
}

export function SelectInput({ label, path, hint, value, onChange, choices, none }: SelectProps) {
  return (
    <Field label={label} path={path} hint={hint}>
      {(ids) => <Select {...ids} value={value} onChange={onChange} choices={choices} none={none} />}
    </Field>
  )
}
