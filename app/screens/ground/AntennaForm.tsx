import type { Antenna, Site } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { Fields } from '../../forms/Fields'
import type { FieldSpec } from '../../forms/fieldSpec'
import { useEditForm } from '../../forms/useEditForm'
import { newId } from '../../hooks/newId'

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

const NAME: FieldSpec = { path: 'name', label: 'Name', kind: 'text' }
const figures = (hasTable: boolean): FieldSpec[] => [
  {
    path: 'kind',
    label: 'Kind',
    kind: 'choice',
    choices: KINDS.filter(({ value }) => value !== 'table' || hasTable),
    hint: 'Tables are read in at Files.',
  },
  { path: 'gainDbi', label: 'Gain, dBi', kind: 'number', empty: 0 },
  { path: 'horizontalBeamDeg', label: 'Beam across, °', kind: 'number', empty: 60 },
  { path: 'verticalBeamDeg', label: 'Beam up and down, °', kind: 'number', empty: 60 },
]

export function AntennaForm({ site, antenna, onDone }: { site: Site; antenna: Antenna; onDone: () => void }) {
  const known = site.antennas.some(({ id }) => id === antenna.id)
  const { draft, set, form } = useEditForm({
    initial: antenna,
    label: ({ name }) => `Change ${name}`,
    edits: (record) => [{ op: 'put', collection: 'antennas', record }],
    remove: known
      ? {
          label: `Remove ${antenna.name}`,
          edits: [{ op: 'remove', collection: 'antennas', id: antenna.id }],
        }
      : undefined,
    onTaken: onDone,
  })
  return (
    <EditForm {...form}>
      <Fields specs={[NAME]} draft={draft} onChange={set} />
      <div className="grid grid-cols-2 gap-3">
        <Fields specs={figures(draft.table !== null)} draft={draft} onChange={set} />
      </div>
    </EditForm>
  )
}
