import type { Header } from '~/core/site'
import { EditForm } from '../../components/EditForm'
import { Field } from '../../components/Field'
import { TextInput } from '../../components/inputs'
import { useDraft } from '../../hooks/useDraft'
import { usePlanEdit } from '../../hooks/usePlanEdit'

type Words = Omit<Header, 'ground' | 'backhaul'>

export function BriefForm({ header }: { header: Header }) {
  const [draft, set] = useDraft<Words>({
    name: header.name,
    place: header.place,
    country: header.country,
    feed: header.feed,
    notes: header.notes,
  })
  const { edit, problems, busy } = usePlanEdit()
  return (
    <section className="sheet p-4">
      <EditForm
        problems={problems}
        busy={busy}
        onSave={() => edit('Change the brief', [{ op: 'describe', header: draft }])}
      >
        <TextInput
          label="Name of the site"
          path="name"
          value={draft.name}
          onChange={(name) => set({ name })}
        />
        <TextInput label="Place" path="place" value={draft.place} onChange={(place) => set({ place })} />
        <div className="grid grid-cols-[1fr_9rem] gap-3">
          <TextInput
            label="Feed"
            path="feed"
            value={draft.feed}
            onChange={(feed) => set({ feed })}
            placeholder="what comes in, where, how fast"
          />
          <TextInput
            label="Country"
            path="country"
            mono
            value={draft.country ?? ''}
            placeholder="two letters"
            onChange={(country) => set({ country: country === '' ? null : country.toUpperCase() })}
          />
        </div>
        <Field
          label="Notes"
          path="notes"
          hint="Areas to cover, for whom, how fast; gear that is there; what must be kept apart."
        >
          {(ids) => (
            <textarea
              {...ids}
              className="field min-h-32"
              value={draft.notes}
              onChange={(event) => set({ notes: event.target.value })}
            />
          )}
        </Field>
      </EditForm>
    </section>
  )
}
