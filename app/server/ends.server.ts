import { compareEnds } from '~/core/backhaul'
import type { EndRow } from '~/core/backhaul'
import { siteOr404 } from './siteState.server'

/** The two ends of every radio link side by side. Made here, where the keys are; only their fingerprints go out. */
export function endsOf(siteId: string): Record<string, EndRow[]> {
  const { site } = siteOr404(siteId)
  return Object.fromEntries(
    site.devices.filter(({ air }) => air?.near).map((child) => [child.id, compareEnds(site, child)]),
  )
}
