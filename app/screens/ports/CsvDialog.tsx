import { InlineSelect } from '../../components/InlineSelect'
import { knownWho } from '../../hooks/useWho'
import { useRef, useState } from 'react'
import { useFetcher } from 'react-router'
import type { Problem } from '~/core/lib/outcome'
import type { Mapping } from '~/core/formats'
import { Dialog } from '../../components/Dialog'
import { Problems } from '../../components/Problems'
import { usePanel } from '../../hooks/usePanel'
import { useSite } from '../../hooks/useSite'
import type { CsvPreview } from '../../server/plan/csvImport.server'
import { CsvMapping } from './CsvMapping'

type Answer = { ok: true; preview: CsvPreview } | { ok: false; problems: Problem[] }
type What = CsvPreview['what']

/** A table read in: the file, which column is what, what it would change row by row, and only then the change. */
export function CsvDialog() {
  const { search, set } = usePanel()
  const asked = search.get('csv')
  const what: What = asked === 'addresses' ? 'addresses' : 'ports'
  return (
    <Dialog
      wide
      open={asked !== null}
      onClose={() => set({ csv: null })}
      title={`Read ${what} from a CSV`}
      says="Commas, semicolons, tabs or bars between the cells. Nothing is changed before you have seen it."
    >
      {asked !== null && <CsvForm key={what} what={what} onWhat={(next) => set({ csv: next })} />}
    </Dialog>
  )
}

function CsvForm({ what, onWhat }: { what: What; onWhat: (what: What) => void }) {
  const { id, revision } = useSite()
  const fetcher = useFetcher<Answer>()
  const file = useRef<File | null>(null)
  const [name, setName] = useState<string | null>(null)
  const [mapping, setMapping] = useState<Mapping | null>(null)
  const send = (take: boolean, chosen: Mapping | null) => {
    if (!file.current) return
    const form = new FormData()
    form.set('what', what)
    form.set('take', String(take))
    form.set('revision', String(revision))
    form.set('who', knownWho())
    if (chosen) form.set('mapping', JSON.stringify(chosen))
    form.set('file', file.current)
    void fetcher.submit(form, { method: 'post', action: `/sites/${id}/csv`, encType: 'multipart/form-data' })
  }
  const busy = fetcher.state !== 'idle'
  const preview = fetcher.data?.ok ? fetcher.data.preview : null
  return (
    <div className="space-y-3">
      <div className="flex flex-wrap items-end gap-4">
        <InlineSelect
          label="What stands in it"
          className="!w-44"
          value={what}
          onChange={(next) => onWhat(next === 'addresses' ? 'addresses' : 'ports')}
          choices={[
            { value: 'ports', label: 'ports and cables' },
            { value: 'addresses', label: 'addresses' },
          ]}
        />
        <label className="flex flex-col gap-0.5">
          <span className="text-[0.9rem] font-medium">CSV file</span>
          <input
            type="file"
            accept=".csv,.tsv,.txt,text/csv"
            className="field"
            onChange={(event) => {
              file.current = event.target.files?.[0] ?? null
              setName(file.current?.name ?? null)
              setMapping(null)
              send(false, null)
            }}
          />
        </label>
        <a className="underline decoration-dotted underline-offset-4" href={`../csv?what=${what}`}>
          The table as it is now
        </a>
      </div>
      {busy && <p role="status">Reading {name}…</p>}
      {fetcher.data && !fetcher.data.ok && (
        <Problems problems={fetcher.data.problems} title="Nothing was changed." />
      )}
      {preview && (
        <>
          <CsvMapping
            preview={preview}
            onMap={(next) => {
              setMapping(next)
              send(false, next)
            }}
          />
          <CsvOutcome preview={preview} busy={busy} onTake={() => send(true, mapping ?? preview.mapping)} />
        </>
      )}
    </div>
  )
}

function CsvOutcome({ preview, busy, onTake }: { preview: CsvPreview; busy: boolean; onTake: () => void }) {
  const { problems, problemCount, changes, changeCount, unchanged, taken } = preview
  if (taken)
    return (
      <p role="status" className="font-semibold">
        Taken into the plan: {changeCount} rows. Undo takes it back.
      </p>
    )
  return (
    <div aria-live="polite" className="space-y-2">
      <p>
        {changeCount} rows would change something, {unchanged} say what the plan says, {problemCount} cannot
        be taken.
      </p>
      {problemCount > 0 && (
        <div className="border-l-4 border-caution bg-caution-wash px-3 py-2">
          <p className="font-semibold">Mend these rows in the file first. All of it is taken, or none.</p>
          <ul className="max-h-48 overflow-y-auto" tabIndex={0}>
            {problems.map(({ row, column, message }, i) => (
              <li key={i}>
                <span className="figures">row {row}</span>, {column}: {message}
              </li>
            ))}
            {problemCount > problems.length && <li>and {problemCount - problems.length} more.</li>}
          </ul>
        </div>
      )}
      {changes.length > 0 && (
        <ul
          className="max-h-56 overflow-y-auto border border-line px-3 py-1"
          tabIndex={0}
          aria-label="Changes"
        >
          {changes.map(({ row, says }) => (
            <li key={row}>
              <span className="figures text-soft">row {row}</span> {says}
            </li>
          ))}
          {changeCount > changes.length && <li>and {changeCount - changes.length} more.</li>}
        </ul>
      )}
      <button
        type="button"
        className="button button-main"
        disabled={busy || problemCount > 0 || changeCount === 0}
        onClick={onTake}
      >
        Change {changeCount} rows
      </button>
    </div>
  )
}
