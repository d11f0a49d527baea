import { MATERIALS } from '~/core/radio/propagation'
import type { Level, Site } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { newId } from '../../hooks/newId'
import { useDraft } from '../../hooks/useDraft'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { LengthInput } from './LengthInput'

/** The next storey, on top of the others. */
export const newLevel = (site: Site): Level => ({
  id: newId(),
  name: `Level ${site.levels.length + 1}`,
  floorM: Math.max(0, ...site.levels.map(({ floorM, heightM }) => floorM + heightM)),
  heightM: 3,
  slabMaterial: 'concrete',
  slabMm: site.levels.length > 0 ? 160 : 0,
})

export function LevelForm({ site, level, onDone }: { site: Site; level: Level; onDone: () => void }) {
  const [draft, set] = useDraft(level)
  const { edit, problems, busy } = usePlanEdit(onDone, 'draft')
  const known = site.levels.some(({ id }) => id === level.id)
  const { units } = site.ground
  return (
    <EditForm
      problems={problems}
      busy={busy}
      onSave={() => edit(`Change ${draft.name}`, [{ op: 'put', collection: 'levels', record: draft }])}
      {...(known && site.levels.length > 1
        ? {
            onRemove: () =>
              edit(`Remove ${level.name}`, [{ op: 'remove', collection: 'levels', id: level.id }]),
            removeLabel: 'Remove it, with all that is drawn on it',
          }
        : {})}
    >
      <TextInput label="Name" path="name" value={draft.name} onChange={(name) => set({ name })} />
      <div className="grid grid-cols-2 gap-3">
        <LengthInput
          label="Floor at"
          path="floorM"
          unit={units}
          metres={draft.floorM}
          onChange={(m) => set({ floorM: m ?? 0 })}
        />
        <LengthInput
          label="Height"
          path="heightM"
          unit={units}
          metres={draft.heightM}
          onChange={(m) => set({ heightM: m ?? 3 })}
        />
        <SelectInput
          label="Floor is of"
          path="slabMaterial"
          value={draft.slabMaterial}
          choices={MATERIALS.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(slabMaterial) => set({ slabMaterial: slabMaterial ?? 'concrete' })}
        />
        <NumberInput
          label="Floor thickness, mm"
          path="slabMm"
          hint="0 on the ground."
          value={draft.slabMm}
          onChange={(slabMm) => set({ slabMm: slabMm ?? 0 })}
        />
      </div>
    </EditForm>
  )
}
