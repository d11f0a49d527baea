import { NumberInput } from './inputs'

/** The fields of a record that hold a number. */
type NumberKey<T> = { [K in keyof T]-?: T[K] extends number ? K : never }[keyof T] & string

export interface NumberFieldOf<T> {
  field: NumberKey<T>
  label: string
  /** What an emptied field stands for while it is typed; 0 if left out. */
  empty?: number
  hint?: string
}

interface Props<T> {
  /** Where the record stands in what is saved, as the checks name it; empty for the record itself. */
  at?: string
  draft: T
  fields: readonly NumberFieldOf<T>[]
  onChange: (part: Partial<T>) => void
}

/** Number fields of one record, in the row or grid that they are put in. */
export function NumberFields<T>({ at = '', draft, fields, onChange }: Props<T>) {
  return fields.map(({ field, label, empty = 0, hint }) => (
    <NumberInput
      key={field}
      label={label}
      path={at ? `${at}.${field}` : field}
      hint={hint}
      value={draft[field] as number}
      onChange={(value) => onChange({ [field]: value ?? empty } as Partial<T>)}
    />
  ))
}
