import type { BackhaulSettings, Site, Water } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { CheckInput } from '../../components/inputs'
import { Fields } from '../../forms/Fields'
import type { FieldSpec } from '../../forms/fieldSpec'
import { useEditForm } from '../../forms/useEditForm'

/** Six hours and twelve minutes from high to low, twice: the usual tide. Common knowledge. */
const USUAL_WATER: Water = { surface: 'sea', lowestM: -4, highestM: -1, periodH: 12.42 }

/** A figure that may not be missing. */
const figure = (path: string, label: string): FieldSpec => ({ path, label, kind: 'number', empty: 0 })

const LIMITS: FieldSpec[] = [
  figure('mostHops', 'Radio hops at most'),
  figure('mostChildren', 'Children of a parent at most'),
  figure('weakestParentDbm', 'A parent is heard with at least, dBm'),
  figure('strongestParentDbm', 'and at most, dBm'),
  figure('alignmentErrorDeg', 'A mount is off by up to, degrees'),
]
const WATER: FieldSpec[] = [
  {
    path: 'surface',
    label: 'Water',
    kind: 'choice',
    choices: [
      { value: 'sea', label: 'salt' },
      { value: 'fresh', label: 'fresh' },
    ],
  },
  figure('lowestM', 'Lowest, m over the yard’s zero'),
  figure('highestM', 'Highest, m'),
  figure('periodH', 'High to high, hours'),
]
const MONEY: FieldSpec[] = [
  { path: 'currency', label: 'Currency', kind: 'text' },
  figure('cablePerM', 'Cable, a metre'),
  figure('hoursPerM', 'Laying, hours a metre'),
  figure('perHour', 'Work, an hour'),
  figure('node', 'A mesh node'),
  figure('bridgePair', 'A pair of bridge units'),
  figure('mainsPair', 'A pair of mains adapters'),
]

/** Limits of the mesh, the water, and what work costs here. */
export function SettingsForm({ site }: { site: Site }) {
  const { draft, set, form } = useEditForm<BackhaulSettings>({
    initial: site.backhaul,
    label: () => 'Change the settings of backhaul',
    edits: (backhaul) => [{ op: 'describe', header: { backhaul } }],
  })
  const { water, rates } = draft
  return (
    <EditForm {...form}>
      <div className="grid gap-3 sm:grid-cols-3">
        <Fields at="backhaul" specs={LIMITS} draft={draft} onChange={set} />
      </div>
      <CheckInput
        label="Bridges cross water"
        checked={water !== null}
        onChange={(on) => set({ water: on ? USUAL_WATER : null })}
      />
      {water && (
        <div className="grid gap-3 sm:grid-cols-4">
          <Fields
            at="backhaul.water"
            specs={WATER}
            draft={water}
            onChange={(part) => set({ water: { ...water, ...part } })}
          />
        </div>
      )}
      <fieldset className="border border-line p-3">
        <legend className="px-1 font-medium">Your rates</legend>
        <div className="grid gap-3 sm:grid-cols-4">
          <Fields
            at="backhaul.rates"
            specs={MONEY}
            draft={rates}
            onChange={(part) => set({ rates: { ...rates, ...part } })}
          />
        </div>
      </fieldset>
    </EditForm>
  )
}
