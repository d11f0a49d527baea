import { MATERIALS } from '~/core/radio/propagation'
import type { Level, Site } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { Fields } from '../../forms/Fields'
import type { FieldSpec } from '../../forms/fieldSpec'
import { useEditForm } from '../../forms/useEditForm'
import { newId } from '../../hooks/newId'

/** The next storey, on top of the others. */
export const newLevel = (site: Site): Level => ({
  id: newId(),
  name: `Level ${site.levels.length + 1}`,
  floorM: Math.max(0, ...site.levels.map(({ floorM, heightM }) => floorM + heightM)),
  heightM: 3,
  slabMaterial: 'concrete',
  slabMm: site.levels.length > 0 ? 160 : 0,
})

const NAME: FieldSpec = { path: 'name', label: 'Name', kind: 'text' }
const FIGURES: FieldSpec[] = [
  { path: 'floorM', label: 'Floor at', kind: 'length', empty: 0 },
  { path: 'heightM', label: 'Height', kind: 'length', empty: 3 },
  {
    path: 'slabMaterial',
    label: 'Floor is of',
    kind: 'choice',
    choices: MATERIALS.map(({ id, name }) => ({ value: id, label: name })),
  },
  { path: 'slabMm', label: 'Floor thickness, mm', kind: 'number', hint: '0 on the ground.', empty: 0 },
]

export function LevelForm({ site, level, onDone }: { site: Site; level: Level; onDone: () => void }) {
  const known = site.levels.some(({ id }) => id === level.id)
  const { draft, set, form } = useEditForm({
    initial: level,
    label: ({ name }) => `Change ${name}`,
    edits: (record) => [{ op: 'put', collection: 'levels', record }],
    remove:
      known && site.levels.length > 1
        ? {
            label: `Remove ${level.name}`,
            button: 'Remove it, with all that is drawn on it',
            edits: [{ op: 'remove', collection: 'levels', id: level.id }],
          }
        : undefined,
    onTaken: onDone,
  })
  return (
    <EditForm {...form}>
      <Fields specs={[NAME]} draft={draft} onChange={set} />
      <div className="grid grid-cols-2 gap-3">
        <Fields specs={FIGURES} draft={draft} onChange={set} />
      </div>
    </EditForm>
  )
}
