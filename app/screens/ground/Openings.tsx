import { Collapsible } from '../../components/Collapsible'
import { Plus, X } from 'lucide-react'
import { MATERIALS } from '~/core/radio/propagation'
import { lengthM } from '~/core/plan'
import type { Opening, Site, Wall } from '~/core/plan'
import { Problems } from '../../components/Problems'
import { NumberInput, SelectInput } from '../../components/inputs'
import { newId } from '../../hooks/newId'
import { useDraft } from '../../hooks/useDraft'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { LengthInput } from '../../components/LengthInput'

/** Doors, windows and holes of a wall, by where they begin along it. */
export function Openings({ site, wallId }: { site: Site; wallId: string }) {
  const wall = site.walls.find(({ id }) => id === wallId)
  return wall ? <OpeningList site={site} wall={wall} /> : null
}

function OpeningList({ site, wall }: { site: Site; wall: Wall }) {
  const [{ openings }, set] = useDraft<{ openings: Opening[] }>({ openings: wall.openings })
  const { edit, problems, busy } = usePlanEdit(undefined, 'draft')
  const long = lengthM(wall.points)
  const change = (id: string, part: Partial<Opening>) =>
    set({ openings: openings.map((one) => (one.id === id ? { ...one, ...part } : one)) })
  return (
    <Collapsible
      className="mb-3"
      title={<>{wall.openings.length === 0 ? 'No openings' : `${wall.openings.length} openings`}</>}
    >
      <ul className="space-y-2">
        {openings.map((one, i) => (
          <li key={one.id} className="border-t border-line pt-1">
            <div className="grid grid-cols-[1fr_1fr_auto] items-end gap-1.5">
              <LengthInput
                label={`Opening ${i + 1} from`}
                path={`openings.${i}.fromM`}
                unit={site.ground.units}
                metres={one.fromM}
                onChange={(fromM) => change(one.id, { fromM: fromM ?? 0 })}
              />
              <LengthInput
                label="wide"
                path={`openings.${i}.widthM`}
                unit={site.ground.units}
                metres={one.widthM}
                onChange={(widthM) => change(one.id, { widthM: widthM ?? 0.9 })}
              />
              <button
                className="button !px-2"
                aria-label={`Close opening ${i + 1}`}
                onClick={() => set({ openings: openings.filter(({ id }) => id !== one.id) })}
              >
                <X size={14} aria-hidden />
              </button>
            </div>
            <div className="grid grid-cols-2 gap-1.5">
              <SelectInput
                label="filled with"
                path={`openings.${i}.material`}
                value={one.material}
                choices={MATERIALS.map(({ id, name }) => ({ value: id, label: name }))}
                onChange={(material) => change(one.id, { material: material ?? 'air' })}
              />
              <NumberInput
                label="mm"
                path={`openings.${i}.thicknessMm`}
                value={one.thicknessMm}
                onChange={(mm) => change(one.id, { thicknessMm: mm ?? 0 })}
              />
            </div>
          </li>
        ))}
      </ul>
      <Problems problems={problems} title="Not saved." />
      <div className="mt-2 flex gap-2">
        <button
          className="button"
          onClick={() =>
            set({
              openings: [
                ...openings,
                {
                  id: newId(),
                  fromM: Math.max(0, long / 2 - 0.45),
                  widthM: 0.9,
                  material: 'wood',
                  thicknessMm: 40,
                },
              ],
            })
          }
        >
          <Plus size={14} aria-hidden /> Add an opening
        </button>
        <button
          className="button"
          disabled={busy || openings === wall.openings}
          onClick={() =>
            edit('Change the openings of a wall', [
              { op: 'put', collection: 'walls', record: { ...wall, openings } },
            ])
          }
        >
          Save openings
        </button>
      </div>
    </Collapsible>
  )
}
