import { amongThemselves, matrixOf } from '~/core/network/layer3'
import { cellForPage } from './cellForPage.server'
import type { MatrixCell } from './cellForPage.server'
import { evaluated } from './evaluated.server'
import { siteOr404 } from './siteState.server'

/** The reach matrix in the form the page shows it, with each network among its own clients too. */
export function reachOf(siteId: string): MatrixCell[] {
  const { twin } = evaluated(siteOr404(siteId).site)
  const own = twin.site.networks.flatMap((network) => amongThemselves(twin, network) ?? [])
  return [...matrixOf(twin), ...own].map(cellForPage)
}
