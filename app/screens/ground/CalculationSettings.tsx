import { MODELS } from '~/core/radio/coverage'
import type { GroundSettings, PropagationModel, Site } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { NumberFields } from '../../components/NumberFields'
import { CheckInput, SelectInput } from '../../components/inputs'
import { useDraft } from '../../hooks/useDraft'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { LengthInput } from './LengthInput'

/** The method, its figures, the client, and the plan’s place on the globe. */
export function CalculationSettings({ site }: { site: Site }) {
  const [draft, set] = useDraft<GroundSettings>(site.ground)
  const { edit, problems, busy } = usePlanEdit(undefined, 'draft')
  const model = MODELS[draft.model]
  return (
    <section aria-label="How it is worked out">
      <h3 className="font-semibold">How it is worked out</h3>
      <EditForm
        problems={problems}
        busy={busy}
        onSave={() =>
          edit('Change how the chart is worked out', [{ op: 'describe', header: { ground: draft } }])
        }
      >
        <SelectInput
          label="Method"
          path="ground.model"
          value={draft.model}
          choices={Object.entries(MODELS).map(([value, { name }]) => ({ value, label: name }))}
          hint={`${model.says} ${model.costs} ${model.source}.`}
          onChange={(value) => set({ model: (value ?? 'byPlace') as PropagationModel })}
        />
        <div className="grid grid-cols-2 gap-3">
          <NumberFields
            at="ground"
            draft={draft}
            onChange={set}
            fields={[
              { field: 'sigmaDb', label: 'σ, dB', hint: 'Model against measurement.' },
              { field: 'confidencePercent', label: 'Sure to, %', empty: 90 },
              { field: 'clientEirpDbm', label: 'Client sends, dBm EIRP', empty: 14 },
              { field: 'clientGainDbi', label: 'Client’s antenna, dBi' },
            ]}
          />
          <LengthInput
            label="Client’s height"
            path="ground.clientHeightM"
            unit={draft.units}
            metres={draft.clientHeightM}
            onChange={(value) => set({ clientHeightM: value ?? 1.2 })}
          />
          <NumberFields
            at="ground"
            draft={draft}
            onChange={set}
            fields={[{ field: 'noiseFigureDb', label: 'Noise figure, dB', empty: 7 }]}
          />
          <SelectInput
            label="Lengths in"
            path="ground.units"
            value={draft.units}
            choices={[
              { value: 'm', label: 'metres' },
              { value: 'ft', label: 'feet' },
            ]}
            onChange={(value) => set({ units: value === 'ft' ? 'ft' : 'm' })}
          />
          <NumberFields
            at="ground"
            draft={draft}
            onChange={set}
            fields={[{ field: 'exposureLimitWPerM2', label: 'Exposure limit, W/m²', empty: 10 }]}
          />
        </div>
        <Origin draft={draft} set={set} />
      </EditForm>
    </section>
  )
}

const NOWHERE = { latitudeDeg: 0, longitudeDeg: 0, bearingDeg: 0 }

function Origin({ draft, set }: { draft: GroundSettings; set: (part: Partial<GroundSettings>) => void }) {
  const { origin } = draft
  const to = (part: Partial<typeof NOWHERE>) => set({ origin: { ...(origin ?? NOWHERE), ...part } })
  return (
    <fieldset>
      <CheckInput
        label="The plan’s zero has a place on the globe"
        checked={origin !== null}
        onChange={(on) => set({ origin: on ? NOWHERE : null })}
      />
      {origin && (
        <div className="grid grid-cols-3 gap-3">
          <NumberFields
            at="ground.origin"
            draft={origin}
            onChange={to}
            fields={[
              { field: 'latitudeDeg', label: 'Latitude, °' },
              { field: 'longitudeDeg', label: 'Longitude, °' },
              { field: 'bearingDeg', label: 'Plan north, ° from true' },
            ]}
          />
        </div>
      )}
    </fieldset>
  )
}
