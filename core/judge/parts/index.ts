import { perSite } from '../../lib/perSite'
import type { Site } from '../../plan'
import { cableNeeds } from './cable'
import { gearNeeds, licenceNeeds, mountNeeds, powerNeeds } from './gear'
import { toolNeeds } from './tools'
import type { Need } from './types'

export { CATEGORY_NAME } from './cable'
export { broughtGear, hangs, isOutside } from './gear'
export { PART_GROUPS, shortOf, toGet } from './types'
export type { Need, PartGroup } from './types'

const made = perSite<Site, 'all', readonly Need[]>((site) => [
  ...gearNeeds(site),
  ...powerNeeds(site),
  ...mountNeeds(site),
  ...licenceNeeds(site),
  ...cableNeeds(site),
  ...toolNeeds(site),
])

/** Everything that a plan needs to be built, counted from the plan alone. */
export const needsOf = (site: Site): readonly Need[] => made(site, 'all')
