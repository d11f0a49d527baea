import { grouped } from '../grouped'
import { attachmentsOf, placeKey } from '../layer2'
import type { Attachment } from '../layer2'
import { isEnterprise, profileOf } from '../site'
import type { Id, Network, Site } from '../site'
import { joined } from './login'
import { verdictOf } from './reach'
import { failedOnPurpose } from './stages'
import type { Target } from './stages'
import { perTwin } from './twin'
import type { Twin } from './twin'

/** Places that fail alike, and why. */
export interface Exception {
  says: string
  /** Kept out by a rule or by isolation, and so on purpose. */
  byRule: boolean
  attachments: Attachment[]
}

export interface ReachCell {
  fromNetworkId: Id
  target: Target
  targetName: string
  /** yes: from everywhere · no: from nowhere · some: it depends on where the client is. */
  verdict: 'yes' | 'no' | 'some'
  /** True when every place that does not get there is kept out by a rule, and so on purpose. */
  byRule: boolean
  /** The places that do not get there, grouped by reason. */
  exceptions: Exception[]
  /** The odd ones out in a sentence, or null when all places fare alike. */
  oddOnes: string | null
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

/**
 * Network by target: can its clients get there, from every place they can attach? Places in one broadcast domain that
 * join alike fare alike, so each such class is asked once.
 */
export function reachMatrix(twin: Twin): ReachCell[] {
  const targets = targetsOf(twin.site)
  const byNetwork = grouped(attachmentsOf(twin.site), ({ networkId }) => networkId)
  return twin.site.networks.flatMap((network) => {
    const classes = classesOf(twin, byNetwork.get(network.id) ?? [])
    if (classes.length === 0) return []
    return targets
      .filter(({ target }) => target.kind !== 'network' || target.networkId !== network.id)
      .map(({ target, name }) => cellOf(twin, network, target, name, classes))
  })
}

/** The matrix of a twin, worked out once. */
export const matrixOf = perTwin(reachMatrix)

/** The cell of clients among themselves in one network; null when nobody can attach there. */
export function amongThemselves(twin: Twin, network: Network): ReachCell | null {
  const mine = attachmentsOf(twin.site).filter(({ networkId }) => networkId === network.id)
  const classes = classesOf(twin, mine)
  if (classes.length === 0) return null
  return cellOf(twin, network, { kind: 'network', networkId: network.id }, network.name, classes)
}

/** Places that must fare alike: one broadcast domain, one way of joining. A fixed address makes a class of its own. */
function classesOf(twin: Twin, attachments: Attachment[]): Attachment[][] {
  return [...grouped(attachments, (attachment) => classKey(twin, attachment)).values()]
}

function classKey(twin: Twin, attachment: Attachment): string {
  if (attachment.kind === 'station') return attachment.id
  const segment = twin.segments.from(attachment.place)
  const air = joined(twin, attachment)
  const login = air ? `${air.ssid.id} ${isEnterprise(profileOf(twin.site, air.ssid)) ? air.boxId : ''}` : ''
  return `${segment?.id ?? placeKey(attachment.place)} ${login}`
}

function cellOf(
  twin: Twin,
  network: Network,
  target: Target,
  targetName: string,
  classes: Attachment[][],
): ReachCell {
  const reasons = new Map<string, Exception>()
  let reached = 0
  for (const members of classes) {
    const [first] = members
    if (!first) continue
    const found = verdictOf(twin, first, target)
    const { ok, summary } = found
    if (ok) {
      reached += members.length
      continue
    }
    const reason = reasons.get(summary)
    if (reason) reason.attachments.push(...members)
    else reasons.set(summary, { says: summary, byRule: failedOnPurpose(found), attachments: [...members] })
  }
  const exceptions = [...reasons.values()]
  const verdict = exceptions.length === 0 ? 'yes' : reached === 0 ? 'no' : 'some'
  return {
    fromNetworkId: network.id,
    target,
    targetName,
    verdict,
    byRule: exceptions.length > 0 && exceptions.every(({ byRule }) => byRule),
    exceptions,
    oddOnes: verdict === 'some' ? oddOnes(network, reached, exceptions) : null,
  }
}

/** "Crew on AP-3 only: …", or how many where they are many. */
function oddOnes(network: Network, reached: number, exceptions: Exception[]): string {
  return exceptions
    .map(({ says, attachments }) => {
      const [one] = attachments
      const who =
        attachments.length === 1 && one
          ? `${one.label} only`
          : `${attachments.length} of ${reached + attachments.length} places of ${network.name}`
      return `${who}: ${says}`
    })
    .join(' ')
}
