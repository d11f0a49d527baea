import type { Antenna, Site } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { NumberFields } from '../../components/NumberFields'
import { SelectInput, TextInput } from '../../components/inputs'
import { newId } from '../../hooks/newId'
import { useDraft } from '../../hooks/useDraft'
import { usePlanEdit } from '../../hooks/usePlanEdit'

const KINDS: { value: Antenna['kind']; label: string }[] = [
  { value: 'dipole', label: 'Dipole' },
  { value: 'ceiling', label: 'Ceiling, all round' },
  { value: 'patch', label: 'Patch' },
  { value: 'sector', label: 'Sector' },
  { value: 'dish', label: 'Dish' },
  { value: 'table', label: 'From a table' },
]

export const newAntenna = (): Antenna => ({
  id: newId(),
  name: 'Antenna',
  kind: 'patch',
  gainDbi: 8,
  horizontalBeamDeg: 70,
  verticalBeamDeg: 70,
  table: null,
})

export function AntennaForm({ site, antenna, onDone }: { site: Site; antenna: Antenna; onDone: () => void }) {
  const [draft, set] = useDraft(antenna)
  const { edit, problems, busy } = usePlanEdit(onDone, 'draft')
  const known = site.antennas.some(({ id }) => id === antenna.id)
  return (
    <EditForm
      problems={problems}
      busy={busy}
      onSave={() => edit(`Change ${draft.name}`, [{ op: 'put', collection: 'antennas', record: draft }])}
      {...(known
        ? {
            onRemove: () =>
              edit(`Remove ${antenna.name}`, [{ op: 'remove', collection: 'antennas', id: antenna.id }]),
          }
        : {})}
    >
      <TextInput label="Name" path="name" value={draft.name} onChange={(name) => set({ name })} />
      <div className="grid grid-cols-2 gap-3">
        <SelectInput
          label="Kind"
          path="kind"
          value={draft.kind}
          choices={KINDS.filter(({ value }) => value !== 'table' || draft.table)}
          hint="Tables are read in at Files."
          onChange={(kind) => set({ kind: (kind ?? 'patch') as Antenna['kind'] })}
        />
        <NumberFields
          draft={draft}
          onChange={set}
          fields={[
            { field: 'gainDbi', label: 'Gain, dBi' },
            { field: 'horizontalBeamDeg', label: 'Beam across, °', empty: 60 },
            { field: 'verticalBeamDeg', label: 'Beam up and down, °', empty: 60 },
          ]}
        />
      </div>
    </EditForm>
  )
}
