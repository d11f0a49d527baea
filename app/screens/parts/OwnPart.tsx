import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import type { Edit } from '~/core/plan'
import { needsOf } from '~/core/judge/parts'
import { takenFirst } from '~/core/judge/parts/listing'
import { FormProblems } from '../../components/Field'
import { NumberInput, TextInput } from '../../components/inputs'
import { Problems } from '../../components/Problems'
import { newId } from '../../hooks/newId'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'

/** A part that no plan knows of: cable ties, a key to the cellar. */
export function OwnPart() {
  const { site } = useSite()
  const [name, setName] = useState('')
  const [count, setCount] = useState<number | null>(1)
  const { edit, problems, busy } = usePlanEdit(() => {
    setName('')
    setCount(1)
  })
  const wanted = new Set(needsOf(site).map(({ key }) => key))
  const own = site.parts.filter(({ key }) => !wanted.has(key))
  const add = () => {
    const record = {
      id: newId(),
      key: '',
      name: name.trim(),
      unit: 'piece' as const,
      count: count ?? 0,
      have: 0,
      rate: null,
    }
    const edits: Edit[] = [...takenFirst(site), { op: 'put', collection: 'parts', record }]
    edit(`Put “${name.trim()}” on the parts list`, edits)
  }
  return (
    <section className="sheet px-4 py-3" aria-label="A part of your own">
      <h2>A part of your own</h2>
      <FormProblems value={problems}>
        <form
          className="flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault()
            if (name.trim() !== '') add()
          }}
        >
          <div className="min-w-48 flex-1">
            <TextInput
              label="Part"
              path="name"
              value={name}
              onChange={setName}
              placeholder="cable ties, a bag"
            />
          </div>
          <div className="w-24">
            <NumberInput label="How many" path="count" value={count} onChange={setCount} min={0} />
          </div>
          <button className="button" disabled={busy || name.trim() === ''}>
            Add it
          </button>
        </form>
      </FormProblems>
      <Problems problems={problems} title="Not added." />
      <ul className="mt-2">
        {own.map((part) => (
          <li key={part.id} className="flex items-center justify-between border-t border-line">
            <span>
              {part.count} × {part.name}
            </span>
            <button
              type="button"
              className="button button-quiet"
              aria-label={`Take off the list: ${part.name}`}
              disabled={busy}
              onClick={() =>
                edit(`Take “${part.name}” off the parts list`, [
                  { op: 'remove', collection: 'parts', id: part.id },
                ])
              }
            >
              <Trash2 size={15} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
