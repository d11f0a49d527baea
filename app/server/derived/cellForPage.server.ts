import type { ReachCell, Verdict } from '~/core/network/layer3'
import { targetId } from './targetId.server'

/** A cell of the reach matrix in the form the page shows it. */
export interface MatrixCell {
  fromNetworkId: string
  targetId: string
  targetName: string
  verdict: Verdict
  getsThrough: boolean
  oddOnes: string | null
  exceptions: {
    outcome: ReachCell['exceptions'][number]['outcome']
    says: string
    count: number
    targets: readonly string[] | null
    places: { id: string; label: string }[]
  }[]
}

/** So many places are named for one reason; the rest are counted. */
const MOST_PLACES = 5

export const cellForPage = ({ target, exceptions, ...cell }: ReachCell): MatrixCell => ({
  ...cell,
  targetId: targetId(target),
  exceptions: exceptions.map(({ outcome, says, attachments, targets }) => ({
    outcome,
    says,
    targets,
    count: attachments.length,
    places: attachments.slice(0, MOST_PLACES).map(({ id, label }) => ({ id, label })),
  })),
})
