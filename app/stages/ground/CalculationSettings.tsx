import { MODELS } from '~/core/coverage'
import type { GroundSettings, PropagationModel, Site } from '~/core/site'
import { EditForm } from '../../components/EditForm'
import { CheckInput, NumberInput, SelectInput } from '../../components/inputs'
import { useDraft } from '../../hooks/useDraft'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { LengthInput } from './LengthInput'

/** The method, its figures, the client, and the plan’s place on the globe. */
export function CalculationSettings({ site }: { site: Site }) {
  const [draft, set] = useDraft<GroundSettings>(site.ground)
  const { edit, problems, busy } = usePlanEdit()
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
          <NumberInput
            label="σ, dB"
            path="ground.sigmaDb"
            hint="Model against measurement."
            value={draft.sigmaDb}
            onChange={(value) => set({ sigmaDb: value ?? 0 })}
          />
          <NumberInput
            label="Sure to, %"
            path="ground.confidencePercent"
            value={draft.confidencePercent}
            onChange={(value) => set({ confidencePercent: value ?? 90 })}
          />
          <NumberInput
            label="Client sends, dBm EIRP"
            path="ground.clientEirpDbm"
            value={draft.clientEirpDbm}
            onChange={(value) => set({ clientEirpDbm: value ?? 14 })}
          />
          <NumberInput
            label="Client’s antenna, dBi"
            path="ground.clientGainDbi"
            value={draft.clientGainDbi}
            onChange={(value) => set({ clientGainDbi: value ?? 0 })}
          />
          <LengthInput
            label="Client’s height"
            path="ground.clientHeightM"
            unit={draft.units}
            metres={draft.clientHeightM}
            onChange={(value) => set({ clientHeightM: value ?? 1.2 })}
          />
          <NumberInput
            label="Noise figure, dB"
            path="ground.noiseFigureDb"
            value={draft.noiseFigureDb}
            onChange={(value) => set({ noiseFigureDb: value ?? 7 })}
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
          <NumberInput
            label="Exposure limit, W/m²"
            path="ground.exposureLimitWPerM2"
            value={draft.exposureLimitWPerM2}
            onChange={(value) => set({ exposureLimitWPerM2: value ?? 10 })}
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
          <NumberInput
            label="Latitude, °"
            path="ground.origin.latitudeDeg"
            value={origin.latitudeDeg}
            onChange={(value) => to({ latitudeDeg: value ?? 0 })}
          />
          <NumberInput
            label="Longitude, °"
            path="ground.origin.longitudeDeg"
            value={origin.longitudeDeg}
            onChange={(value) => to({ longitudeDeg: value ?? 0 })}
          />
          <NumberInput
            label="Plan north, ° from true"
            path="ground.origin.bearingDeg"
            value={origin.bearingDeg}
            onChange={(value) => to({ bearingDeg: value ?? 0 })}
          />
        </div>
      )}
    </fieldset>
  )
}
