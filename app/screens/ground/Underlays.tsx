import { memo } from 'react'
import { sameDrawn } from './sameDrawn'
import type { Level, Site } from '~/core/plan'
import { useSite } from '../../hooks/useSite'
import { toScreen } from './useView'
import type { Size, View } from './useView'

/** Pictures under the plan, each turned about its lower left corner. */
export const Underlays = memo(function Underlays({
  site,
  level,
  view,
  size,
}: {
  site: Site
  level: Level
  view: View
  size: Size
}) {
  const { id: siteId } = useSite()
  return (
    <g>
      {site.underlays
        .filter(({ levelId }) => levelId === level.id)
        .map((underlay) => {
          const [x, y] = toScreen(view, size, underlay.at)
          const width = underlay.widthPx * underlay.metresPerPx * view.pxPerM
          const height = underlay.heightPx * underlay.metresPerPx * view.pxPerM
          return (
            <image
              key={underlay.id}
              href={`/sites/${siteId}/pictures/${underlay.pictureId}`}
              x={x}
              y={y - height}
              width={width}
              height={height}
              opacity={underlay.opacity}
              transform={`rotate(${-underlay.rotationDeg} ${x} ${y})`}
              preserveAspectRatio="none"
            />
          )
        })}
    </g>
  )
}, sameDrawn)
