import type { PartsRules } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { Fields } from '../../forms/Fields'
import type { FieldSpec } from '../../forms/fieldSpec'
import { useEditForm } from '../../forms/useEditForm'
import { useSite } from '../../hooks/useSite'

const FIELDS: FieldSpec[] = [
  {
    path: 'wastePercent',
    label: 'Cable beyond what is measured, %',
    kind: 'number',
    hint: 'Common practice, no source: 10.',
  },
  { path: 'reelM', label: 'On one reel, m', kind: 'number' },
  {
    path: 'ends',
    label: 'Ends of a laid cable',
    kind: 'choice',
    choices: [
      { value: 'plugs', label: 'a plug on each: fewer parts, harder to change' },
      { value: 'outlets', label: 'outlet and patch cord: more parts, easy to change' },
    ],
  },
]

/** How the parts are counted. */
export function RulesForm() {
  const { site } = useSite()
  const { draft, set, form } = useEditForm<PartsRules>({
    initial: site.partsRules,
    label: () => 'Change how parts are counted',
    edits: (now) => [{ op: 'describe', header: { partsRules: now } }],
  })
  return (
    <section className="sheet px-4 py-3" aria-label="How it is counted">
      <h2>How it is counted</h2>
      <EditForm {...form}>
        <Fields specs={FIELDS} draft={draft} onChange={set} />
      </EditForm>
    </section>
  )
}
