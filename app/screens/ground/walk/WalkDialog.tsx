import { useState } from 'react'
import { readWalkTable, WALK_COLUMNS, walkFromTable } from '~/core/formats/read/walkCsv'
import type { WalkColumns, WalkTable } from '~/core/formats/read/walkCsv'
import type { Seen } from '~/core/judge/proof'
import type { Problem } from '~/core/lib/outcome'
import type { Level, Site } from '~/core/plan'
import { Dialog } from '../../../components/Dialog'
import { Problems } from '../../../components/Problems'
import { SelectInput, TextInput } from '../../../components/inputs'
import { useObserve } from '../../../hooks/useObserve'
import { useWho } from '../../../hooks/useWho'
import { TextPick } from '../FilePick'
import { heardFrom } from './heardFrom'

/** A walk from a table of another program: which column is what can be said, then it is taken whole or not at all. */
export function WalkDialog({ site, level, onClose }: { site: Site; level: Level; onClose: () => void }) {
  const [table, setTable] = useState<WalkTable | null>(null)
  const [columns, setColumns] = useState<WalkColumns | null>(null)
  const [unread, setUnread] = useState<Problem[]>([])
  const [who, setWho] = useWho()
  const { record, problems, busy } = useObserve(onClose)
  const read = table && columns ? walkFromTable(table, columns) : null
  const heard = read?.ok ? heardFrom(site, level, read.value) : null
  const seen: Seen[] = heard?.seen ?? []
  return (
    <Dialog
      open
      onClose={onClose}
      title="A walk as CSV"
      says="A row for each access point at each spot: x and y in metres of the chart, access point, band, dBm. An empty level: not heard."
    >
      <div className="space-y-3">
        <TextPick
          label="Table"
          accept=".csv,.txt,.tsv"
          onText={(text) => {
            const found = readWalkTable(text)
            setTable(found.ok ? found.value : null)
            setColumns(found.ok ? found.value.guess : null)
            setUnread(found.ok ? [] : found.problems)
          }}
        />
        {table && columns && (
          <div className="grid grid-cols-2 gap-3">
            {WALK_COLUMNS.map(({ name, label, needed }) => (
              <SelectInput
                key={name}
                label={label}
                path={`file.${name}`}
                none={needed ? 'choose a column' : 'not in the table'}
                value={columns[name] === null ? null : String(columns[name])}
                choices={table.titles.map((title, i) => ({
                  value: String(i),
                  label: title || `column ${i + 1}`,
                }))}
                onChange={(at) => setColumns({ ...columns, [name]: at === null ? null : Number(at) })}
              />
            ))}
          </div>
        )}
        <Problems
          problems={[...unread, ...(read && !read.ok ? read.problems : []), ...problems]}
          title="Nothing was taken in."
        />
        {heard && (
          <p role="status">
            {seen.length} levels found
            {heard.unknown.length > 0
              ? `; left out, since the chart does not have them: ${heard.unknown.join('; ')}`
              : ''}
            .
          </p>
        )}
        <TextInput label="Who walked" path="who" value={who ?? ''} onChange={setWho} />
        <button
          className="button button-main"
          disabled={busy || seen.length === 0 || (who ?? '').trim() === ''}
          onClick={() => record((who ?? '').trim(), '', seen, 'imported')}
        >
          Take them in
        </button>
      </div>
    </Dialog>
  )
}
