import type { Header } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import type { Choice } from '../../components/inputs'
import { Fields } from '../../forms/Fields'
import type { FieldSpec } from '../../forms/fieldSpec'
import { useEditForm } from '../../forms/useEditForm'

type Words = Omit<Header, 'ground' | 'backhaul' | 'partsRules'>

const wordsOf = ({ name, place, country, feed, notes, contact }: Words): Words => ({
  name,
  place,
  country,
  feed,
  notes,
  contact,
})

/** Only what was typed over: the other words stay free for others. Nothing at all is sent as it stands, and changes nothing. */
function touched(header: Words, draft: Words): Partial<Words> {
  const fields = (Object.keys(draft) as (keyof Words)[]).filter(
    (field) => JSON.stringify(draft[field]) !== JSON.stringify(header[field]),
  )
  return fields.length === 0 ? draft : Object.fromEntries(fields.map((field) => [field, draft[field]]))
}

const SITE: FieldSpec[] = [
  { path: 'name', label: 'Name of the site', kind: 'text' },
  { path: 'place', label: 'Place', kind: 'text' },
]
const FEED: FieldSpec = {
  path: 'feed.words',
  label: 'Feed',
  kind: 'text',
  placeholder: 'what comes in, and where',
}
const RATES: FieldSpec[] = [
  { path: 'feed.downMbps', label: 'Feed down, Mbit/s', kind: 'number', hint: 'Empty: not known.' },
  { path: 'feed.upMbps', label: 'Feed up, Mbit/s', kind: 'number' },
]
const NOTES: FieldSpec = {
  path: 'notes',
  label: 'Notes',
  kind: 'long',
  hint: 'Areas to cover, for whom, how fast; gear that is there; what must be kept apart.',
}

const CONTACT: FieldSpec = {
  path: 'contact',
  label: 'Whom the customer calls',
  kind: 'text',
  placeholder: 'name, number, hours',
  hint: 'Stands in the customer’s record.',
}

interface Props {
  header: Header
  countries: Choice[]
}

/** What is typed stays while other things of the plan change, as they do further down the page; its own words begin anew with the plan’s. */
export const BriefForm = (props: Props) => (
  <WordsForm key={JSON.stringify(wordsOf(props.header))} {...props} />
)

function WordsForm({ header, countries }: Props) {
  const { draft, set, form } = useEditForm<Words>({
    initial: wordsOf(header),
    label: () => 'Change the brief',
    edits: (now) => [{ op: 'describe', header: touched(header, now) }],
  })
  const country: FieldSpec = {
    path: 'country',
    label: 'Country',
    kind: 'choice',
    hint: 'Its radio rules hold: channels, power, radar.',
    none: 'not chosen yet',
    choices: countries,
  }
  return (
    <section className="sheet p-4">
      <EditForm {...form}>
        <Fields specs={[...SITE, country, FEED]} draft={draft} onChange={set} />
        <div className="grid grid-cols-2 gap-3">
          <Fields specs={RATES} draft={draft} onChange={set} />
        </div>
        <Fields specs={[NOTES, CONTACT]} draft={draft} onChange={set} />
      </EditForm>
    </section>
  )
}
