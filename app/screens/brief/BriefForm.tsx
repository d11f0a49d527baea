import type { Feed, Header } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { Field } from '../../components/Field'
import { NumberInput, SelectInput, TextInput } from '../../components/inputs'
import type { Choice } from '../../components/inputs'
import { useDraft } from '../../hooks/useDraft'
import { usePlanEdit } from '../../hooks/usePlanEdit'

type Words = Omit<Header, 'ground' | 'backhaul'>

/** Only what was typed over: the other words stay free for others. Nothing at all is sent as it stands, and changes nothing. */
function touched(header: Words, draft: Words): Partial<Words> {
  const fields = (Object.keys(draft) as (keyof Words)[]).filter(
    (field) => JSON.stringify(draft[field]) !== JSON.stringify(header[field]),
  )
  return fields.length === 0 ? draft : Object.fromEntries(fields.map((field) => [field, draft[field]]))
}

export function BriefForm({ header, countries }: { header: Header; countries: Choice[] }) {
  const [draft, set] = useDraft<Words>({
    name: header.name,
    place: header.place,
    country: header.country,
    feed: header.feed,
    notes: header.notes,
  })
  const setFeed = (part: Partial<Feed>) => set({ feed: { ...draft.feed, ...part } })
  const { edit, problems, busy } = usePlanEdit(undefined, 'draft')
  return (
    <section className="sheet p-4">
      <EditForm
        problems={problems}
        busy={busy}
        onSave={() => edit('Change the brief', [{ op: 'describe', header: touched(header, draft) }])}
      >
        <TextInput
          label="Name of the site"
          path="name"
          value={draft.name}
          onChange={(name) => set({ name })}
        />
        <TextInput label="Place" path="place" value={draft.place} onChange={(place) => set({ place })} />
        <SelectInput
          label="Country"
          path="country"
          hint="Its radio rules hold: channels, power, radar."
          value={draft.country}
          none="not chosen yet"
          choices={countries}
          onChange={(country) => set({ country })}
        />
        <TextInput
          label="Feed"
          path="feed.words"
          value={draft.feed.words}
          onChange={(words) => setFeed({ words })}
          placeholder="what comes in, and where"
        />
        <div className="grid grid-cols-2 gap-3">
          <NumberInput
            label="Feed down, Mbit/s"
            path="feed.downMbps"
            hint="Empty: not known."
            min={0.1}
            value={draft.feed.downMbps}
            onChange={(downMbps) => setFeed({ downMbps })}
          />
          <NumberInput
            label="Feed up, Mbit/s"
            path="feed.upMbps"
            min={0.1}
            value={draft.feed.upMbps}
            onChange={(upMbps) => setFeed({ upMbps })}
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
