import { amongThemselves, matrixOf } from '~/core/network/layer3'
import type { ReachCell, Verdict } from '~/core/network/layer3'
import { evaluated } from './evaluated.server'
import { siteOr404 } from './siteState.server'
import { targetId } from './targetId.server'

export interface MatrixCell {
  fromNetworkId: string
  targetId: string
  targetName: string
  verdict: Verdict
  getsThrough: boolean
  oddOnes: string | null
  exceptions: {
    says: string
    count: number
    targets: readonly string[] | null
    places: { id: string; label: string }[]
  }[]
}

/** So many places are named for one reason; the rest are counted. */
const MOST_PLACES = 5

/** The reach matrix in the form the page shows it, with each network among its own clients too. */
export function reachOf(siteId: string): MatrixCell[] {
  const { twin } = evaluated(siteOr404(siteId).site)
  const own = twin.site.networks.flatMap((network) => amongThemselves(twin, network) ?? [])
  return [...matrixOf(twin), ...own].map(cellForPage)
}

const cellForPage = ({ target, exceptions, ...cell }: ReachCell): MatrixCell => ({
  ...cell,
  targetId: targetId(target),
  exceptions: exceptions.map(({ says, attachments, targets }) => ({
    says,
    targets,
    count: attachments.length,
    places: attachments.slice(0, MOST_PLACES).map(({ id, label }) => ({ id, label })),
  })),
})
