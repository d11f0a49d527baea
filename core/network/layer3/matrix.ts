import type { Attachment } from '../layer2'
import { controllers, networkOf, routerName, routersOf } from '../../plan'
import type { Id, Network, Requirement, Site } from '../../plan'
import { possibleAddresses } from './address'
import type { Addressed } from './address'
import { oddOnes } from './oddOnes'
import type { Exception } from './oddOnes'
import { addressless, memberClasses, membersOf } from './members'
import type { Member } from './members'
import { placeClasses } from './places'
import { ended, isSelf, nobodyThere, toDevice, toInternet, toMember, toRouter } from './reach'
import { stage } from './stages'
import type { Answer, Outcome, Target } from './stages'
import { keptPerTwin } from './kept'
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

/** All targets a client may be asked about: every network, the internet, the routers themselves, and the controllers. */
export function targetsOf(site: Site): { target: Target; name: string }[] {
  return [
    ...site.networks.map(({ id, name }) => ({ target: { kind: 'network' as const, networkId: id }, name })),
    { target: { kind: 'internet' as const }, name: 'the internet' },
    ...routersOf(site).map((router) => ({
      target: { kind: 'router' as const, deviceId: router.id },
      name: routerName(router, router.id),
    })),
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
  return twin.site.networks.flatMap((network) => {
    if (placeClasses(twin, network.id).length === 0) return []
    return targets
      .filter(({ target }) => target.kind !== 'network' || target.networkId !== network.id)
      .map(({ target, name }) => cellOf(twin, network, target, name))
  })
}

/** The matrix of a twin, worked out once. */
export const matrixOf = perTwin(reachMatrix)

const cellsByEnds = perTwin(
  (twin) => new Map(matrixOf(twin).map((cell) => [cellKey(cell.fromNetworkId, cell.target), cell])),
)

/** The cell that a requirement speaks of; undefined when no client can attach in its network. */
export const cellAbout = (
  twin: Twin,
  { fromNetworkId, to }: Pick<Requirement, 'fromNetworkId' | 'to'>,
): ReachCell | undefined => cellsByEnds(twin).get(cellKey(fromNetworkId, targetFor(to)))

/** What a requirement is about, as a target of the matrix. */
export function targetFor(to: Requirement['to']): Target {
  if (to === 'internet') return { kind: 'internet' }
  return 'networkId' in to
    ? { kind: 'network', networkId: to.networkId }
    : { kind: 'router', deviceId: to.deviceId }
}

/** The cell of clients among themselves in one network; null when nobody can attach there. */
export function amongThemselves(twin: Twin, network: Network): ReachCell | null {
  if (placeClasses(twin, network.id).length === 0) return null
  return cellOf(twin, network, { kind: 'network', networkId: network.id }, network.name)
}

/** One way that a question can end, and the hosts it is about. */
interface Seen {
  answer: Answer
  targets: readonly string[] | null
}

/** Every way that it can end for a client at a place: for each address it may get, to each kind of host there. */
function seenFrom(twin: Twin, from: Attachment, target: Target): Seen[] {
  const asking = { twin, hops: false }
  return possibleAddresses(twin, from).flatMap((address): Seen[] => {
    if (target.kind === 'internet') return [{ answer: toInternet(asking, from, address), targets: null }]
    if (target.kind === 'router')
      return [{ answer: toRouter(asking, from, address, target.deviceId), targets: null }]
    if (target.kind !== 'network')
      return [{ answer: toDevice(asking, from, address, target.deviceId), targets: null }]
    const network = networkOf(twin.site, target.networkId)
    return network ? toHosts(twin, from, address, network) : []
  })
}

function toHosts(twin: Twin, from: Attachment, address: Addressed, network: Network): Seen[] {
  const asking = { twin, hops: false }
  const end = (stages: Answer['stages'], targets: readonly string[] | null): Seen => ({
    answer: ended(asking, from, address, stages, network.name),
    targets,
  })
  if (!address.lease) return [end([], null)]
  // A place is of one network: only there, and as a station's own interface, can it be among those asked for.
  const mayBeSelf = from.networkId === network.id || from.kind === 'station'
  const others = classesAmong(twin, network).flatMap((members) => {
    const isAmong = mayBeSelf && members.some((member) => isSelf(from, member))
    const rest = isAmong ? members.filter((member) => !isSelf(from, member)) : members
    return rest.length > 0 ? [rest] : []
  })
  const silent = addressless(twin, network)
  if (others.length === 0 && silent.length === 0)
    return [end(nobodyThere(asking, from, address, network), null)]
  const met = others.flatMap((members): Seen[] => {
    const [first] = members
    return first ? [{ answer: toMember(asking, from, address, first), targets: labelsOf(members) }] : []
  })
  if (silent.length === 0) return met
  const words =
    silent.length === 1 ? `${silent[0]} has no address, so it cannot answer.` : 'No address, so no answer.'
  return [...met, end([stage('onward', false, words)], silent)]
}

const knownLabels = new WeakMap<readonly Member[], readonly string[]>()

/** The names of a class, one list for each. */
function labelsOf(members: readonly Member[]): readonly string[] {
  const made = knownLabels.get(members) ?? members.map(({ host }) => host.label)
  knownLabels.set(members, made)
  return made
}

const keptClasses = keptPerTwin<Member[][]>('member classes')

const classesAmong = (twin: Twin, network: Network): Member[][] =>
  keptClasses(twin, network.id, () => memberClasses(twin, membersOf(twin, network)))

const keptCells = keptPerTwin<ReachCell>('cell')

const cellOf = (twin: Twin, network: Network, target: Target, targetName: string): ReachCell =>
  keptCells(twin, cellKey(network.id, target), () => workedOut(twin, network, target, targetName))

const cellKey = (id: Id, target: Target): string =>
  `${id} ${target.kind} ${'networkId' in target ? target.networkId : 'deviceId' in target ? target.deviceId : ''}`

function workedOut(twin: Twin, network: Network, target: Target, targetName: string): ReachCell {
  const classes = placeClasses(twin, network.id)
  const outcomes = new Set<Outcome>()
  const exceptions = new Map<string, Exception>()
  const lists = new Set<readonly string[]>()
  const places = classes.reduce((sum, members) => sum + members.length, 0)
  for (const members of classes) {
    const [first] = members
    if (!first) continue
    const mine = new Map<string, Exception>()
    for (const { answer, targets } of seenFrom(twin, first, target)) {
      const { outcome, why } = answer
      outcomes.add(outcome)
      if (targets) lists.add(targets)
      if (outcome === 'reaches') continue
      const key = `${outcome} ${why}`
      const said = mine.get(key)
      if (said) said.targets = targets && said.targets && [...new Set([...said.targets, ...targets])]
      else mine.set(key, { outcome, says: why, attachments: [...members], targets })
    }
    for (const [key, exception] of mine) {
      const whole = `${key} ${exception.targets ? joinedNames(exception.targets) : ''}`
      const alike = exceptions.get(whole)
      if (alike) alike.attachments.push(...members)
      else exceptions.set(whole, exception)
    }
  }
  const hosts = exceptions.size > 0 ? hostsIn(lists) : 0
  const list = [...exceptions.values()].map((exception) => ({
    ...exception,
    targets: exception.targets && exception.targets.length < hosts ? exception.targets : null,
  }))
  const verdict = verdictFrom(outcomes)
  return {
    fromNetworkId: network.id,
    target,
    targetName,
    verdict,
    getsThrough: outcomes.has('reaches') || outcomes.has('foreign'),
    exceptions: list,
    oddOnes: oddOnes(twin, network, target, verdict, places, hosts, list),
  }
}

/** How many hosts some lists of them name together. */
function hostsIn(lists: ReadonlySet<readonly string[]>): number {
  const [first = []] = lists
  return lists.size > 1 ? new Set([...lists].flat()).size : first.length
}

const knownJoins = new WeakMap<readonly string[], string>()

function joinedNames(names: readonly string[]): string {
  const made = knownJoins.get(names) ?? names.join()
  knownJoins.set(names, made)
  return made
}

function verdictFrom(outcomes: ReadonlySet<Outcome>): Verdict {
  const passes = outcomes.has('reaches') || outcomes.has('foreign')
  const stops = outcomes.has('keptOut') || outcomes.has('fails')
  if (passes && stops) return 'inPart'
  if (passes) return outcomes.has('foreign') ? 'foreign' : 'reaches'
  return outcomes.has('keptOut') ? 'keptOut' : 'fails'
}
