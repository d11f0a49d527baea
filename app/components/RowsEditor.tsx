import { Plus, Trash2 } from 'lucide-react'
import { IconButton } from './IconButton'
import { Select } from './Select'
import type { Choice } from './Select'

export interface Column<R> {
  key: keyof R & string
  label: string
  kind: 'text' | 'number' | 'choice'
  choices?: readonly Choice[]
  /** Words for an empty choice, where that is allowed. */
  none?: string
  width?: string
}

interface Props<R> {
  title: string
  columns: readonly Column<R>[]
  rows: readonly R[]
  fresh: () => R
  onChange: (rows: R[]) => void
}

/** A short list of like things, one row each: sockets, radios, sizes. */
export function RowsEditor<R extends object>({ title, columns, rows, fresh, onChange }: Props<R>) {
  const put = (at: number, part: Partial<R>) =>
    onChange(rows.map((row, i) => (i === at ? { ...row, ...part } : row)))
  return (
    <fieldset className="border border-line p-2">
      <legend className="px-1 text-[0.9rem] font-medium">{title}</legend>
      {rows.length > 0 && (
        <table className="plain w-full text-[0.9rem]">
          <thead>
            <tr>
              {columns.map(({ key, label }) => (
                <th key={key}>{label}</th>
              ))}
              <th />
            </tr>
          </thead>
          <tbody>
            {rows.map((row, i) => (
              <tr key={i}>
                {columns.map((column) => (
                  <td key={column.key} className={column.width}>
                    <Cell
                      column={column}
                      row={row}
                      name={`${column.label}, row ${i + 1}`}
                      onChange={(part) => put(i, part)}
                    />
                  </td>
                ))}
                <td>
                  <IconButton
                    label={`Remove row ${i + 1}`}
                    onClick={() => onChange(rows.filter((_row, at) => at !== i))}
                  >
                    <Trash2 size={14} aria-hidden />
                  </IconButton>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <button type="button" className="button mt-1" onClick={() => onChange([...rows, fresh()])}>
        <Plus size={14} aria-hidden /> Add a row
      </button>
    </fieldset>
  )
}

interface CellProps<R> {
  column: Column<R>
  row: R
  name: string
  onChange: (part: Partial<R>) => void
}

function Cell<R extends object>({
  column: { key, kind, choices = [], none },
  row,
  name,
  onChange,
}: CellProps<R>) {
  const value = row[key]
  const set = (next: unknown) => onChange({ [key]: next } as Partial<R>)
  if (kind === 'choice') {
    const isNumber = choices.length > 0 && typeof value === 'number'
    return (
      <Select
        label={name}
        value={value === null ? null : String(value)}
        choices={choices}
        none={none}
        onChange={(next) => set(isNumber && next !== null ? Number(next) : next)}
      />
    )
  }
  return (
    <input
      aria-label={name}
      className={`field ${kind === 'number' ? 'figures text-right' : ''}`}
      type={kind === 'number' ? 'number' : 'text'}
      step="any"
      value={value === null || value === undefined ? '' : String(value)}
      onChange={({ target }) =>
        set(kind === 'number' ? (target.value === '' ? null : Number(target.value)) : target.value)
      }
    />
  )
}
