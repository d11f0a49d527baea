import type { BackhaulSettings, Rates, Site, Water } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { NumberFields } from '../../components/NumberFields'
import type { NumberFieldOf } from '../../components/NumberFields'
import { CheckInput, SelectInput, TextInput } from '../../components/inputs'
import { useDraft } from '../../hooks/useDraft'
import { usePlanEdit } from '../../hooks/usePlanEdit'

/** Six hours and twelve minutes from high to low, twice: the usual tide. Common knowledge. */
const USUAL_WATER: Water = { surface: 'sea', lowestM: -4, highestM: -1, periodH: 12.42 }

const MONEY: readonly NumberFieldOf<Rates>[] = [
  { field: 'cablePerM', label: 'Cable, a metre' },
  { field: 'hoursPerM', label: 'Laying, hours a metre' },
  { field: 'perHour', label: 'Work, an hour' },
  { field: 'node', label: 'A mesh node' },
  { field: 'bridgePair', label: 'A pair of bridge units' },
  { field: 'mainsPair', label: 'A pair of mains adapters' },
]

/** Limits of the mesh, the water, and what work costs here. */
export function SettingsForm({ site }: { site: Site }) {
  const [draft, set] = useDraft<BackhaulSettings>(site.backhaul)
  const { edit, problems, busy } = usePlanEdit(undefined, 'draft')
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
        <NumberFields
          at="backhaul"
          draft={draft}
          onChange={set}
          fields={[
            { field: 'mostHops', label: 'Radio hops at most' },
            { field: 'mostChildren', label: 'Children of a parent at most' },
            { field: 'weakestParentDbm', label: 'A parent is heard with at least, dBm' },
            { field: 'strongestParentDbm', label: 'and at most, dBm' },
            { field: 'alignmentErrorDeg', label: 'A mount is off by up to, degrees' },
          ]}
        />
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
          <NumberFields
            at="backhaul.water"
            draft={water}
            onChange={(part) => set({ water: { ...water, ...part } })}
            fields={[
              { field: 'lowestM', label: 'Lowest, m over the yard’s zero' },
              { field: 'highestM', label: 'Highest, m' },
              { field: 'periodH', label: 'High to high, hours' },
            ]}
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
          <NumberFields
            at="backhaul.rates"
            draft={rates}
            onChange={(part) => set({ rates: { ...rates, ...part } })}
            fields={MONEY}
          />
        </div>
      </fieldset>
    </EditForm>
  )
}
