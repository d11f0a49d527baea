import { MODELS } from '~/core/radio/coverage'
import type { GroundSettings, Site } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { CheckInput } from '../../components/inputs'
import { Fields } from '../../forms/Fields'
import type { FieldSpec } from '../../forms/fieldSpec'
import { useEditForm } from '../../forms/useEditForm'

const FIGURES: FieldSpec[] = [
  { path: 'sigmaDb', label: 'σ, dB', kind: 'number', hint: 'Model against measurement.', empty: 0 },
  { path: 'confidencePercent', label: 'Sure to, %', kind: 'number', empty: 90 },
  { path: 'clientEirpDbm', label: 'Client sends, dBm EIRP', kind: 'number', empty: 14 },
  { path: 'clientGainDbi', label: 'Client’s antenna, dBi', kind: 'number', empty: 0 },
  { path: 'clientHeightM', label: 'Client’s height', kind: 'length', empty: 1.2 },
  { path: 'noiseFigureDb', label: 'Noise figure, dB', kind: 'number', empty: 7 },
  {
    path: 'units',
    label: 'Lengths in',
    kind: 'choice',
    choices: [
      { value: 'm', label: 'metres' },
      { value: 'ft', label: 'feet' },
    ],
  },
  { path: 'exposureLimitWPerM2', label: 'Exposure limit, W/m²', kind: 'number', empty: 10 },
]
const ORIGIN: FieldSpec[] = [
  { path: 'latitudeDeg', label: 'Latitude, °', kind: 'number', empty: 0 },
  { path: 'longitudeDeg', label: 'Longitude, °', kind: 'number', empty: 0 },
  { path: 'bearingDeg', label: 'Plan north, ° from true', kind: 'number', empty: 0 },
]

/** The method, its figures, the client, and the plan’s place on the globe. */
export function CalculationSettings({ site }: { site: Site }) {
  const { draft, set, form } = useEditForm<GroundSettings>({
    initial: site.ground,
    label: () => 'Change how the chart is worked out',
    edits: (ground) => [{ op: 'describe', header: { ground } }],
  })
  const model = MODELS[draft.model]
  const method: FieldSpec = {
    path: 'model',
    label: 'Method',
    kind: 'choice',
    choices: Object.entries(MODELS).map(([value, { name }]) => ({ value, label: name })),
    hint: `${model.says} ${model.costs} ${model.source}.`,
  }
  return (
    <section aria-label="How it is worked out">
      <h3 className="font-semibold">How it is worked out</h3>
      <EditForm {...form}>
        <Fields at="ground" specs={[method]} draft={draft} onChange={set} />
        <div className="grid grid-cols-2 gap-3">
          <Fields at="ground" specs={FIGURES} draft={draft} onChange={set} />
        </div>
        <Origin draft={draft} set={set} />
      </EditForm>
    </section>
  )
}

const NOWHERE = { latitudeDeg: 0, longitudeDeg: 0, bearingDeg: 0 }

function Origin({ draft, set }: { draft: GroundSettings; set: (part: Partial<GroundSettings>) => void }) {
  const { origin } = draft
  return (
    <fieldset>
      <CheckInput
        label="The plan’s zero has a place on the globe"
        checked={origin !== null}
        onChange={(on) => set({ origin: on ? NOWHERE : null })}
      />
      {origin && (
        <div className="grid grid-cols-3 gap-3">
          <Fields
            at="ground.origin"
            specs={ORIGIN}
            draft={origin}
            onChange={(part) => set({ origin: { ...origin, ...part } })}
          />
        </div>
      )}
    </fieldset>
  )
}
