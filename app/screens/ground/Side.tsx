import { memo } from 'react'
import type { PlannedRadio, Reading } from '~/core/radio/coverage'
import type { PieceRef } from '~/core/plan/drawing'
import type { Level, Point, Site } from '~/core/plan'
import { Legend } from './Legend'
import { later } from '../../components/later'
import { recordKey } from '../../forms/recordKey'
import { PlaceList } from './PlaceList'
import { SignalCard } from './SignalCard'
import type { useSelection } from './useSelection'

const PlacedSheet = later(() => import('./PlacedSheet').then((part) => part.PlacedSheet))
const PieceSide = later(() => import('./PieceSide').then((part) => part.PieceSide))

interface Props {
  site: Site
  /** The plan with what is being tried. */
  shown: Site
  level: Level
  reading: Reading
  levelsRead: number
  radios: readonly PlannedRadio[]
  hover: Point | null
  only: PieceRef | undefined
  /** While something is dragged nothing is worked out here. */
  busy: boolean
  placing: string | null
  onPlace: (deviceId: string) => void
  onScale: () => void
  outlining: string | null
  onOutline: (areaId: string) => void
  selection: ReturnType<typeof useSelection>
}

/** Beside the chart: the sheet of what is chosen, or the signal under the pointer, the legend and the lists. */
export const Side = memo(function Side(props: Props) {
  const { site, shown, level, only, selection, hover, radios, busy } = props
  if (only) {
    const device = only.collection === 'devices' ? site.devices.find(({ id }) => id === only.id) : undefined
    if (device)
      return <PlacedSheet key={recordKey(device)} site={site} device={device} onGone={selection.clear} />
    return <PieceSide site={site} piece={only} onGone={selection.clear} onScale={props.onScale} />
  }
  return (
    <>
      <div className="border-b border-line px-4 py-3" aria-live="off">
        {hover && !busy ? (
          <SignalCard site={shown} level={level} radios={radios} at={hover} />
        ) : (
          <p className="text-soft">Point at a spot of the chart: the signal there stands here.</p>
        )}
      </div>
      <div className="border-b border-line px-4 py-3">
        <Legend reading={props.reading} ground={site.ground} levelsRead={props.levelsRead} />
      </div>
      <PlaceList
        site={site}
        level={level}
        placing={props.placing}
        onPlace={props.onPlace}
        outlining={props.outlining}
        onOutline={props.onOutline}
        onChoose={(ref) => selection.choose([ref])}
      />
    </>
  )
})
