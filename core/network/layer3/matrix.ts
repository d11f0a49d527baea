import { grouped } from '../../lib/grouped'
import { attachmentsOf } from '../layer2'
import type { Attachment } from '../layer2'
import { controllers, isEnterprise, networkOf, profileOf } from '../../plan'
import type { Id, Network, Requirement, Site } from '../../plan'
import { possibleAddresses } from './address'
import type { Addressed } from './address'
import { joined } from './login'
import { oddOnes } from './oddOnes'
import type { Exception } from './oddOnes'
import { addressKey, addressless, memberClasses, membersOf, segmentKey } from './members'
import type { Member } from './members'
import { ended, isSelf, nobodyThere, toDevice, toInternet, toMember } from './reach'
import { stage } from './stages'
import type { Answer, Outcome, Target } from './stages'
import { perTwin } from './twin'
import type { Twin } from './twin'
import type { Verdict } from './verdicts'

export interface ReachCell {
  fromNetworkId: Id
  target: Target
  targetName: string
  verdict: Verdict
  /** Whether anything gets through at all, with whosever address: what must be kept apart asks this. */
  getsThrough: boolean
  /** All that is not reached as planned, grouped by reason. */
  exceptions: Exception[]
  /** The odd ones out in a sentence, or null when all fare alike. */
  oddOnes: string | null
}

/** All targets a client may be asked about: every network, the internet, and the controllers. */
export function targetsOf(site: Site): { target: Target; name: string }[] {
  return [
    ...site.networks.map(({ id, name }) => ({ target: { kind: 'network' as const, networkId: id }, name })),
    { target: { kind: 'internet' as const }, name: 'the internet' },
    ...controllers(site).map(({ id, name }) => ({
      target: { kind: 'controller' as const, deviceId: id },
      name,
    })),
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

/** The cell that a requirement speaks of; undefined when no client can attach in its network. */
export const cellAbout = (
  twin: Twin,
  { fromNetworkId, to }: Pick<Requirement, 'fromNetworkId' | 'to'>,
): ReachCell | undefined =>
  matrixOf(twin).find(
    ({ fromNetworkId: from, target }) =>
      from === fromNetworkId &&
      (to === 'internet'
        ? target.kind === 'internet'
        : target.kind === 'network' && target.networkId === to.networkId),
  )

/** The cell of clients among themselves in one network; null when nobody can attach there. */
export function amongThemselves(twin: Twin, network: Network): ReachCell | null {
  const mine = attachmentsOf(twin.site).filter(({ networkId }) => networkId === network.id)
  const classes = classesOf(twin, mine)
  if (classes.length === 0) return null
  return cellOf(twin, network, { kind: 'network', networkId: network.id }, network.name, classes)
}

/** Places that must fare alike: one broadcast domain, one way of joining, one kind of address. */
function classesOf(twin: Twin, attachments: Attachment[]): Attachment[][] {
  return [...grouped(attachments, (attachment) => classKey(twin, attachment)).values()]
}

function classKey(twin: Twin, attachment: Attachment): string {
  const air = joined(twin, attachment)
  if (attachment.kind === 'station') {
    if (air) return attachment.id
    const [address] = possibleAddresses(twin, attachment)
    return `station ${segmentKey(twin, attachment.place)} ${address?.lease ? addressKey(address.lease) : ''}`
  }
  const login = air ? `${air.ssid.id} ${isEnterprise(profileOf(twin.site, air.ssid)) ? air.boxId : ''}` : ''
  return `${segmentKey(twin, attachment.place)} ${login}`
}

/** One way that a question can end, and the hosts it is about. */
interface Seen {
  answer: Answer
  targets: string[] | null
}

/** Every way that it can end for a client at a place: for each address it may get, to each kind of host there. */
function seenFrom(twin: Twin, from: Attachment, target: Target): Seen[] {
  const asking = { twin, hops: false }
  return possibleAddresses(twin, from).flatMap((address): Seen[] => {
    if (target.kind === 'internet') return [{ answer: toInternet(asking, from, address), targets: null }]
    if (target.kind !== 'network')
      return [{ answer: toDevice(asking, from, address, target.deviceId), targets: null }]
    const network = networkOf(twin.site, target.networkId)
    return network ? toHosts(twin, from, address, network) : []
  })
}

function toHosts(twin: Twin, from: Attachment, address: Addressed, network: Network): Seen[] {
  const asking = { twin, hops: false }
  const end = (stages: Answer['stages'], targets: string[] | null): Seen => ({
    answer: ended(asking, from, address, stages, network.name),
    targets,
  })
  if (!address.lease) return [end([], null)]
  const others = classesAmong(twin, network).flatMap((members) => {
    const rest = members.filter((member) => !isSelf(from, member))
    return rest.length > 0 ? [rest] : []
  })
  const silent = addressless(twin, network)
  if (others.length === 0 && silent.length === 0)
    return [end(nobodyThere(asking, from, address, network), null)]
  const met = others.flatMap((members): Seen[] => {
    const [first] = members
    return first
      ? [{ answer: toMember(asking, from, address, first), targets: members.map(({ host }) => host.label) }]
      : []
  })
  if (silent.length === 0) return met
  const words =
    silent.length === 1 ? `${silent[0]} has no address, so it cannot answer.` : 'No address, so no answer.'
  return [...met, end([stage('onward', false, words)], silent)]
}

const knownClasses = perTwin((_twin: Twin) => new Map<Id, Member[][]>())

function classesAmong(twin: Twin, network: Network): Member[][] {
  const all = knownClasses(twin)
  const made = all.get(network.id) ?? memberClasses(twin, membersOf(twin, network))
  all.set(network.id, made)
  return made
}

function cellOf(
  twin: Twin,
  network: Network,
  target: Target,
  targetName: string,
  classes: Attachment[][],
): ReachCell {
  const outcomes = new Set<Outcome>()
  const exceptions = new Map<string, Exception>()
  const hosts = new Set<string>()
  const places = classes.reduce((sum, members) => sum + members.length, 0)
  for (const members of classes) {
    const [first] = members
    if (!first) continue
    const mine = new Map<string, Exception>()
    for (const { answer, targets } of seenFrom(twin, first, target)) {
      const { outcome, why } = answer
      outcomes.add(outcome)
      targets?.forEach((name) => hosts.add(name))
      if (outcome === 'reaches') continue
      const key = `${outcome} ${why}`
      const said = mine.get(key)
      if (said) said.targets = targets && said.targets && [...new Set([...said.targets, ...targets])]
      else mine.set(key, { outcome, says: why, attachments: [...members], targets })
    }
    for (const [key, exception] of mine) {
      const whole = `${key} ${exception.targets?.join() ?? ''}`
      const alike = exceptions.get(whole)
      if (alike) alike.attachments.push(...members)
      else exceptions.set(whole, exception)
    }
  }
  const list = [...exceptions.values()].map((exception) => ({
    ...exception,
    targets: exception.targets && exception.targets.length < hosts.size ? exception.targets : null,
  }))
  const verdict = verdictFrom(outcomes)
  return {
    fromNetworkId: network.id,
    target,
    targetName,
    verdict,
    getsThrough: outcomes.has('reaches') || outcomes.has('foreign'),
    exceptions: list,
    oddOnes: oddOnes(twin, network, target, verdict, places, hosts.size, list),
  }
}

function verdictFrom(outcomes: ReadonlySet<Outcome>): Verdict {
  const passes = outcomes.has('reaches') || outcomes.has('foreign')
  const stops = outcomes.has('keptOut') || outcomes.has('fails')
  if (passes && stops) return 'inPart'
  if (passes) return outcomes.has('foreign') ? 'foreign' : 'reaches'
  return outcomes.has('keptOut') ? 'keptOut' : 'fails'
}
