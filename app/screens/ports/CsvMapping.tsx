import type { Mapping } from '~/core/formats'
import type { CsvPreview } from '../../server/plan/csvImport.server'

interface Props {
  preview: CsvPreview
  onMap: (mapping: Mapping) => void
}

/** Which column is what, with the first rows beside it. */
export function CsvMapping({ preview, onMap }: Props) {
  const { fields, mapping, columns, firstRows, rows, separator } = preview
  return (
    <div className="space-y-3">
      <fieldset className="grid grid-cols-2 gap-x-3 gap-y-1 sm:grid-cols-4">
        <legend className="mb-1 text-[0.9rem] font-medium">Which column is what</legend>
        {fields.map(({ key, label, needed }) => (
          <label key={key} className="flex min-w-0 flex-col">
            <span className="caption">
              {label}
              {needed ? ' (needed)' : ''}
            </span>
            <select
              className="field"
              value={mapping[key] ?? ''}
              onChange={(event) =>
                onMap({ ...mapping, [key]: event.target.value === '' ? null : Number(event.target.value) })
              }
            >
              <option value="">not in the file</option>
              {columns.map((name, i) => (
                <option key={i} value={i}>
                  {name || `column ${i + 1}`}
                </option>
              ))}
            </select>
          </label>
        ))}
      </fieldset>
      <div className="min-w-0 overflow-x-auto" tabIndex={0} role="group" aria-label="The first rows">
        <p className="caption">
          {rows} rows, {separator} between the cells. The first ones:
        </p>
        <table className="plain text-[0.86rem]">
          <thead>
            <tr>
              {columns.map((name, i) => (
                <th key={i}>{name}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {firstRows.map((row, i) => (
              <tr key={i}>
                {columns.map((_, j) => (
                  <td key={j} className="figures">
                    {row[j] ?? ''}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  )
}
