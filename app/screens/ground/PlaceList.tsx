import { Collapsible } from '../../components/Collapsible'
import { lengthText } from '~/core/plan/drawing'
import type { PieceRef } from '~/core/plan/drawing'
import type { Level, Site } from '~/core/plan'
import { piecesOn } from './piecesOn'
import { KIND_NAMES } from './pieceFields'

interface Props {
  site: Site
  level: Level
  placing: string | null
  onPlace: (deviceId: string) => void
  outlining: string | null
  onOutline: (areaId: string) => void
  onChoose: (ref: PieceRef) => void
}

/** What waits for a place, and all that is drawn on this level: the way in without a pointer. */
export function PlaceList(props: Props) {
  const { site, level, onChoose } = props
  return (
    <div className="space-y-3 px-4 py-3">
      <Waiting
        title="Areas without an outline"
        list={site.areas.filter(({ outline }) => outline.length === 0)}
        chosen={props.outlining}
        onChoose={props.onOutline}
      />
      <Waiting
        title="Waiting for a place"
        list={site.devices.filter(({ position }) => position === null)}
        chosen={props.placing}
        onChoose={props.onPlace}
      />
      <Collapsible title="What is drawn here">
        <ul className="mt-1 max-h-56 overflow-y-auto">
          {drawnHere(site, level).map((ref) => (
            <li key={`${ref.collection}.${ref.id}`}>
              <button
                className="w-full text-left underline-offset-4 hover:underline"
                onClick={() => onChoose(ref)}
              >
                {pieceName(site, ref)}
              </button>
            </li>
          ))}
        </ul>
      </Collapsible>
      <p className="caption">
        {level.name}: floor at {lengthText(level.floorM, site.ground.units)},{' '}
        {lengthText(level.heightM, site.ground.units)} high.
      </p>
    </div>
  )
}

/** What is in the plan and not on the chart; pressing one begins to put it there. */
function Waiting({
  title,
  list,
  chosen,
  onChoose,
}: {
  title: string
  list: readonly { id: string; name: string }[]
  chosen: string | null
  onChoose: (id: string) => void
}) {
  if (list.length === 0) return null
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      <ul className="mt-1 space-y-1">
        {list.map(({ id, name }) => (
          <li key={id}>
            <button
              className={`button w-full !justify-start ${chosen === id ? 'button-main' : ''}`}
              aria-pressed={chosen === id}
              onClick={() => onChoose(id)}
            >
              {name}
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** All that can be chosen on a level: pieces, then pictures. */
const drawnHere = (site: Site, level: Level): PieceRef[] => [
  ...piecesOn(site, level).map(({ ref }) => ref),
  ...site.underlays
    .filter(({ levelId }) => levelId === level.id)
    .map(({ id }): PieceRef => ({ collection: 'underlays', id })),
]

export function pieceName(site: Site, { collection, id }: PieceRef): string {
  const record = (site[collection] as { id: string; name?: string; material?: string }[]).find(
    (one) => one.id === id,
  )
  return [KIND_NAMES[collection], record?.name ?? record?.material ?? ''].join(' ').trim()
}
