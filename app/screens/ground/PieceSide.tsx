import type { PieceRef } from '~/core/plan/drawing'
import type { Site } from '~/core/plan'
import { recordKey } from '../../forms/recordKey'
import { Openings } from './Openings'
import { PieceSheet } from './PieceSheet'
import { RouteLength } from './RouteLength'
import { WallLoss } from './WallLoss'

interface Props {
  site: Site
  piece: PieceRef
  onGone: () => void
  onScale: () => void
}

/** The sheet of a drawn piece, with what is worked out for its kind. */
export function PieceSide({ site, piece, onGone, onScale }: Props) {
  const { collection, id } = piece
  const record = site[collection].find((one) => one.id === id)
  return (
    <PieceSheet key={record ? recordKey(record) : id} site={site} piece={piece} onGone={onGone}>
      {collection === 'walls' && <WallLoss site={site} wallId={id} />}
      {collection === 'underlays' && (
        <button className="button mb-2" onClick={onScale}>
          Scale it by two points
        </button>
      )}
      {collection === 'walls' && <Openings site={site} wallId={id} />}
      {collection === 'cableRoutes' && <RouteLength site={site} routeId={id} />}
    </PieceSheet>
  )
}
