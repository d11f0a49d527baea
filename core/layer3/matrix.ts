import { attachmentsOf } from '../layer2'
import type { Attachment } from '../layer2'

import type { Id, Site } from '../site'
import { reach } from './reach'
import type { Answer, Target } from './reach'
import type { Twin } from './twin'

export interface ReachCell {
  fromNetworkId: Id
  target: Target
  targetName: string
  /** yes: from everywhere · no: from nowhere · some: it depends on where the client is. */
  verdict: 'yes' | 'no' | 'some'
  /** True when every place that does not get there is kept out by a rule, and so on purpose. */
  byRule: boolean
  /** The places that do not get there, with the reason. */
  exceptions: { attachment: Attachment; says: string }[]
}

/** All targets a client may be asked about: every network, the internet, and the controllers. */
export function targetsOf(site: Site): { target: Target; name: string }[] {
  return [
    ...site.networks.map(({ id, name }) => ({ target: { kind: 'network' as const, networkId: id }, name })),
    { target: { kind: 'internet' as const }, name: 'the internet' },
    ...site.devices
      .filter(({ kind }) => kind === 'controller')
      .map(({ id, name }) => ({ target: { kind: 'controller' as const, deviceId: id }, name })),
  ]
}

/** Network by target: can its clients get there, from every place they can attach? */
export function reachMatrix(twin: Twin): ReachCell[] {
  const attachments = attachmentsOf(twin.site)
  return twin.site.networks.flatMap((network) => {
    const mine = attachments.filter(({ networkId }) => networkId === network.id)
    if (mine.length === 0) return []
    return targetsOf(twin.site)
      .filter(({ target }) => target.kind !== 'network' || target.networkId !== network.id)
      .map(({ target, name }) =>
        cellOf(
          network.id,
          target,
          name,
          mine.map((a) => ({ attachment: a, answer: reach(twin, a, target) })),
        ),
      )
  })
}

function cellOf(
  fromNetworkId: Id,
  target: Target,
  targetName: string,
  answers: { attachment: Attachment; answer: Answer }[],
): ReachCell {
  const failed = answers.filter(({ answer }) => !answer.ok)
  const verdict = failed.length === 0 ? 'yes' : failed.length === answers.length ? 'no' : 'some'
  return {
    fromNetworkId,
    target,
    targetName,
    verdict,
    byRule: failed.length > 0 && failed.every(({ answer }) => answer.stages.at(-1)?.name === 'policy'),
    exceptions: failed.map(({ attachment, answer }) => ({ attachment, says: answer.summary })),
  }
}
