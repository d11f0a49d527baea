import { useState } from 'react'
import { readGearList } from '~/core/formats'
import type { GearRow } from '~/core/formats'
import { gearEdits, typesAtHand } from '~/core/plan'
import type { DeviceType } from '~/core/plan'
import { Dialog } from '../../components/Dialog'
import { Problems } from '../../components/Problems'
import { Select } from '../../components/Select'
import { newId } from '../../hooks/newId'
import { usePanel } from '../../hooks/usePanel'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'

const MOST_LIST_BYTES = 1024 * 1024

/** What is in the van, pasted or from a file: matched to types, shown, and only then taken into the plan. */
export function GearListDialog() {
  const { search, set } = usePanel()
  const close = () => set({ gear: null })
  return (
    <Dialog
      wide
      open={search.get('gear') === 'list'}
      onClose={close}
      title="Gear list"
      says="One thing in each line, or semicolons between: “2 ceiling access point; 1 switch 16”. A CSV of counts and names will do as well."
    >
      <GearListForm onDone={close} />
    </Dialog>
  )
}

function GearListForm({ onDone }: { onDone: () => void }) {
  const { site } = useSite()
  const [text, setText] = useState('')
  const [chosen, setChosen] = useState<Record<number, string | null>>({})
  const [tooLarge, setTooLarge] = useState(false)
  const { edit, problems, busy } = usePlanEdit(onDone)
  const fill = (list: string) => {
    setText(list)
    setChosen({})
  }
  const types = typesAtHand(site)
  const read = text.trim() === '' ? null : readGearList(text, types)
  const rows = read?.ok
    ? read.value.map((row, i) => ({ ...row, typeId: i in chosen ? (chosen[i] ?? null) : row.typeId }))
    : []
  const unknown = rows.filter(({ typeId }) => typeId === null)
  const wanted = rows.flatMap(({ typeId, count: many }) => {
    const type = types.find(({ id }) => id === typeId)
    return type ? [{ type, count: many }] : []
  })
  const count = wanted.reduce((sum, one) => sum + one.count, 0)
  return (
    <form
      noValidate
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault()
        if (count > 0) edit(`Add ${count} devices of a gear list`, gearEdits(site, wanted, newId))
      }}
    >
      <label className="flex flex-col gap-0.5">
        <span className="text-[0.9rem] font-medium">What is in the van</span>
        <textarea
          className="field"
          rows={5}
          value={text}
          placeholder="2 ceiling access point; 1 switch 16"
          onChange={(event) => fill(event.target.value)}
        />
      </label>
      <label className="flex flex-wrap items-center gap-2 text-[0.9rem]">
        <span>or from a file (CSV or text)</span>
        <input
          type="file"
          accept=".csv,.tsv,.txt,text/plain,text/csv"
          className="field w-auto text-[0.86rem]"
          onChange={(event) => {
            const file = event.target.files?.[0]
            if (file && file.size <= MOST_LIST_BYTES) void file.text().then(fill)
            setTooLarge(file !== undefined && file.size > MOST_LIST_BYTES)
          }}
        />
      </label>
      {tooLarge && (
        <p role="alert" className="font-medium text-caution">
          That file has more than 1 MB; a gear list has at most that.
        </p>
      )}
      <Problems problems={read && !read.ok ? read.problems : problems} title="Nothing is taken." />
      {rows.length > 0 && (
        <table className="plain">
          <thead>
            <tr>
              <th>As written</th>
              <th className="num">Count</th>
              <th>Taken for</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row, i) => (
              <tr key={i}>
                <td>{row.text}</td>
                <td className="num figures">{row.count}</td>
                <td>
                  <Select
                    label={`${row.text}: taken for`}
                    value={row.typeId}
                    none="nothing known: choose, or leave it out"
                    choices={inOrder(types, row).map(({ id, name }) => ({ value: id, label: name }))}
                    onChange={(typeId) => setChosen({ ...chosen, [i]: typeId })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {unknown.length > 0 && (
        <p role="status" className="caption">
          Not known, and left out as it stands: {unknown.map((row) => `“${row.text}”`).join(', ')}. Choose a
          type, or make one under Device types.
        </p>
      )}
      <button className="button button-main" disabled={busy || count === 0}>
        Add {count} {count === 1 ? 'device' : 'devices'}
      </button>
    </form>
  )
}

/** What is likely first, then the rest. */
const inOrder = (types: DeviceType[], { likely }: GearRow): DeviceType[] => [
  ...likely.flatMap((id) => types.find((type) => type.id === id) ?? []),
  ...types.filter(({ id }) => !likely.includes(id)),
]
