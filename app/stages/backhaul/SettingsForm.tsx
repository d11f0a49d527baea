import type { BackhaulSettings, Rates, Site, Water } from '~/core/site'
import { EditForm } from '../../components/EditForm'
import { CheckInput, NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { useDraft } from '../../hooks/useDraft'
import { usePlanEdit } from '../../hooks/usePlanEdit'

/** Six hours and twelve minutes from high to low, twice: the usual tide. Common knowledge. */
const USUAL_WATER: Water = { surface: 'sea', lowestM: -4, highestM: -1, periodH: 12.42 }

const MONEY: [keyof Rates, string][] = [
  ['cablePerM', 'Cable, a metre'],
  ['hoursPerM', 'Laying, hours a metre'],
  ['perHour', 'Work, an hour'],
  ['node', 'A mesh node'],
  ['bridgePair', 'A pair of bridge units'],
  ['mainsPair', 'A pair of mains adapters'],
]

/** Limits of the mesh, the water, and what work costs here. */
export function SettingsForm({ site }: { site: Site }) {
  const [draft, set] = useDraft<BackhaulSettings>(site.backhaul)
  const { edit, problems, busy } = usePlanEdit()
  const number = (
    field: 'mostHops' | 'mostChildren' | 'weakestParentDbm' | 'strongestParentDbm' | 'alignmentErrorDeg',
    label: string,
  ) => (
    <NumberInput
      label={label}
      path={`backhaul.${field}`}
      value={draft[field]}
      onChange={(value) => set({ [field]: value ?? 0 })}
    />
  )
  const { water, rates } = draft
  return (
    <EditForm
      problems={problems}
      busy={busy}
      onSave={() =>
        edit('Change the settings of backhaul', [{ op: 'describe', header: { backhaul: draft } }])
      }
    >
      <div className="grid gap-3 sm:grid-cols-3">
        {number('mostHops', 'Radio hops at most')}
        {number('mostChildren', 'Children of a parent at most')}
        {number('weakestParentDbm', 'A parent is heard with at least, dBm')}
        {number('strongestParentDbm', 'and at most, dBm')}
        {number('alignmentErrorDeg', 'A mount is off by up to, degrees')}
      </div>
      <CheckInput
        label="Bridges cross water"
        checked={water !== null}
        onChange={(on) => set({ water: on ? USUAL_WATER : null })}
      />
      {water && (
        <div className="grid gap-3 sm:grid-cols-4">
          <SelectInput
            label="Water"
            path="backhaul.water.surface"
            value={water.surface}
            choices={[
              { value: 'sea', label: 'salt' },
              { value: 'fresh', label: 'fresh' },
            ]}
            onChange={(surface) =>
              set({ water: { ...water, surface: surface === 'fresh' ? 'fresh' : 'sea' } })
            }
          />
          <NumberInput
            label="Lowest, m over the yard’s zero"
            path="backhaul.water.lowestM"
            value={water.lowestM}
            onChange={(lowestM) => set({ water: { ...water, lowestM: lowestM ?? 0 } })}
          />
          <NumberInput
            label="Highest, m"
            path="backhaul.water.highestM"
            value={water.highestM}
            onChange={(highestM) => set({ water: { ...water, highestM: highestM ?? 0 } })}
          />
          <NumberInput
            label="High to high, hours"
            path="backhaul.water.periodH"
            value={water.periodH}
            onChange={(periodH) => set({ water: { ...water, periodH: periodH ?? 0 } })}
          />
        </div>
      )}
      <fieldset className="border border-line p-3">
        <legend className="px-1 font-medium">Your rates</legend>
        <div className="grid gap-3 sm:grid-cols-4">
          <TextInput
            label="Currency"
            path="backhaul.rates.currency"
            value={rates.currency}
            onChange={(currency) => set({ rates: { ...rates, currency } })}
          />
          {MONEY.map(([field, label]) => (
            <NumberInput
              key={field}
              label={label}
              path={`backhaul.rates.${field}`}
              value={Number(rates[field])}
              onChange={(value) => set({ rates: { ...rates, [field]: value ?? 0 } })}
            />
          ))}
        </div>
      </fieldset>
    </EditForm>
  )
}
