import { reachMatrix, twinOf } from '~/core/layer3'
import { siteOr404 } from './siteState.server'
import { targetId } from './targetId.server'

export interface MatrixCell {
  fromNetworkId: string
  targetId: string
  targetName: string
  verdict: 'yes' | 'no' | 'some'
  byRule: boolean
  exceptions: { placeId: string; label: string; says: string }[]
}

/** The reach matrix in the form the page shows it. */
export const reachOf = (siteId: string): MatrixCell[] =>
  reachMatrix(twinOf(siteOr404(siteId).site)).map(
    ({ fromNetworkId, target, targetName, verdict, byRule, exceptions }) => ({
      fromNetworkId,
      targetId: targetId(target),
      targetName,
      verdict,
      byRule,
      exceptions: exceptions.map(({ attachment, says }) => ({
        placeId: attachment.id,
        label: attachment.label,
        says,
      })),
    }),
  )
