import type { Area, Site } from '../../plan'
import { areaField } from './areaField'
import { areaShare } from './areaShare'
import type { AreaShare } from './areaShare'

/** Every drawn area with its shares, each over its own ground at half a metre. */
export function areaReports(site: Site, cellM = 0.5): { area: Area; share: AreaShare }[] {
  return site.areas.flatMap((area) => {
    const field = areaField(site, area, cellM)
    if (!field) return []
    const { grid, radios, served, ratioDb } = field
    return [{ area, share: areaShare(area, grid, radios, served, ratioDb, site.ground) }]
  })
}
