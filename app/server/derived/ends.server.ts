import { compareEnds, uplinkFault } from '~/core/radio/backhaul'
import type { EndRow } from '~/core/radio/backhaul'
import { siteOr404 } from './siteState.server'

/** The two ends of every radio link side by side. Made here, where the keys are; only their fingerprints go out. */
export function endsOf(siteId: string): Record<string, EndRow[]> {
  const { site } = siteOr404(siteId)
  return Object.fromEntries(
    site.devices.filter(({ air }) => air?.near).map((child) => [child.id, compareEnds(site, child)]),
  )
}

/** Radio uplinks that never register, by the device that has them, and why. Told here, where the keys are. */
export function silentUplinks(siteId: string): Record<string, string> {
  const { site } = siteOr404(siteId)
  return Object.fromEntries(
    site.devices.flatMap(({ id }) => {
      const why = uplinkFault(site, id)
      return why === null ? [] : [[id, why]]
    }),
  )
}
