import { SelectInput } from '../../components/inputs'
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
          <SelectInput
            key={key}
            label={needed ? `${label} (needed)` : label}
            path={key}
            value={mapping[key] === null || mapping[key] === undefined ? null : String(mapping[key])}
            none="not in the file"
            choices={columns.map((name, i) => ({ value: String(i), label: name || `column ${i + 1}` }))}
            onChange={(column) => onMap({ ...mapping, [key]: column === null ? null : Number(column) })}
          />
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
