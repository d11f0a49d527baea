import type { Place } from '../layer2'
import type { Id, Network } from '../../plan'
import { networkAround } from '../addressing'
import type { Goal } from './goal'
import { connectedTo, isOnLink, wallsOff } from './hosts'
import type { Host } from './hosts'
import { keyText } from './hops'
import type { Hop } from './hops'
import { decide, decideAtRouter } from './policy'
import { atRouter } from './routerAddresses'
import { directly, noAnswerTo, roundTrip } from './roundTrip'
import { stage } from './stages'
import type { Stage } from './stages'
import { deviceName } from './twin'
import type { Twin } from './twin'
import { uplinkOf } from './uplink'
import type { Uplink } from './uplink'
import { wayOf } from './way'
import type { Asking } from './way'

/** Traffic as a router meets it: the network it comes in from, and who is to be answered. */
interface Packet {
  router: Id
  source: Network
  sender: Pick<Host, 'place' | 'lease'>
}

/** More routers behind each other than any site has; a circle ends here. */
const MOST_ROUTERS = 8

/** The network that a goal's address is of; null for the outside, and for an address of nowhere. */
const homeOf = (twin: Twin, goal: Goal): Network | null =>
  goal.kind === 'host' ? networkAround(twin.site, goal.host.lease.ip) : null

/**
 * What routers do with a packet, one after the other: rules in order, then the interface that is in the goal's subnet,
 * else the uplink, with translation on the way out. Replies to what was let through pass.
 */
export function throughRouters(asking: Asking, packet: Packet, goal: Goal, depth = 0): Stage[] {
  const { twin } = asking
  const { router, source } = packet
  const here = goal.kind === 'host' ? connectedTo(twin, router, goal.host.lease.ip) : null
  const home = here?.network ?? homeOf(twin, goal)
  const own = goal.kind === 'host' ? atRouter(twin, goal.host) : null
  const isItself = own?.routerId === router
  const ruling = isItself
    ? decideAtRouter(twin.site, source.id, router, own.network?.id ?? null)
    : decide(twin.site, source.id, home ? { networkId: home.id } : 'internet')
  const policy = stage('policy', ruling.action === 'allow', ruling.reason, [
    routerHop(
      twin,
      router,
      ruling.action === 'drop' ? 'drops' : 'routes',
      ruling.reason,
      'rules in order, first match',
    ),
  ])
  if (!policy.ok) return [policy]
  if (isItself && goal.kind === 'host') return [policy, atItself(twin, router, goal.host)]
  if (here && goal.kind === 'host')
    return [policy, ...deliver(asking, here.place, packet, goal.host, here.network)]
  return [policy, ...outward(asking, packet, goal, home, depth)]
}

/** A router answers at each of its own addresses, wherever the packet comes in. Source: RFC 1812 section 5.2.3. */
const atItself = (twin: Twin, router: Id, { lease }: Host): Stage =>
  stage('onward', true, `${deviceName(twin, router)} answers at ${lease.ip}, its own address.`)

/**
 * The rule by which a router closes itself to what arrives at one of its addresses on that address's own network; null: it answers, or
 * it is no router. `sender`: who brings it there; null: a neighbour.
 */
export function closedAtRouter({ twin }: Asking, sender: Id | null, host: Host): Stage | null {
  const own = atRouter(twin, host)
  if (!own?.network || own.routerId === sender) return null
  const ruling = decideAtRouter(twin.site, own.network.id, own.routerId, own.network.id)
  return ruling.action === 'drop' ? stage('policy', false, ruling.reason) : null
}

function deliver(
  asking: Asking,
  here: Place,
  { sender, router }: Packet,
  host: Host,
  network: Network,
): Stage[] {
  const name = deviceName(asking.twin, here.deviceId)
  const stages = roundTrip(
    asking,
    here,
    host.place,
    `${name} has an interface in ${network.name} and delivers there.`,
  )
  const isThere = stages.every(({ ok }) => ok)
  const closed = isThere ? closedAtRouter(asking, router, host) : null
  if (closed) return [...stages.slice(0, -1), closed]
  const lost = isThere ? noAnswerTo(asking, sender, host, router) : null
  return lost === null ? stages : [...stages.slice(0, -1), stage('reply', false, lost)]
}

function outward(asking: Asking, packet: Packet, goal: Goal, home: Network | null, depth: number): Stage[] {
  const { twin } = asking
  const { router } = packet
  const name = deviceName(twin, router)
  const uplink = uplinkOf(twin, router)
  const noWay =
    goal.kind !== 'host'
      ? null
      : home
        ? `${name} has no interface in ${home.name} and knows no way there.`
        : `${goal.host.label} has ${goal.host.lease.ip}, an address of no network of the plan, and ${name} knows no way there.`
  const owner = home && wallsOff(twin, home)
  if (home && owner)
    return [
      stage(
        'wall',
        false,
        `${home.name} lies behind ${owner.name}, which translates its addresses: nothing outside reaches in.`,
      ),
    ]
  if (!uplink.ok) return [stage('onward', false, noWay ?? uplink.reason)]
  if (uplink.kind === 'feed') return noWay ? [stage('onward', false, noWay)] : outside(twin, packet, uplink)
  if (depth >= MOST_ROUTERS)
    return [stage('onward', false, `The routers send this packet round in a circle.`)]
  return intoOuter(asking, packet, goal, uplink, depth)
}

type FeedUplink = Extract<Uplink, { kind: 'feed' }>
type InnerUplink = Extract<Uplink, { kind: 'inner' }>

function outside(twin: Twin, { router, source }: Packet, uplink: FeedUplink): Stage[] {
  const onward = stage(
    'onward',
    true,
    `${deviceName(twin, router)} sends it out by its uplink to ${uplink.modemName}.`,
    [byUplink(twin, router, uplink, 'The default route leads to the feed.')],
  )
  const twice = uplink.translatedTwice
    ? ` ${uplink.modemName} is a router too and translates a second time: what comes from outside, and some games and calls, break.`
    : ''
  const says = source.translated
    ? `${source.name} is translated to the uplink's address, so answers find their way back.${twice}`
    : `Addresses of ${source.name} are not translated. The outside cannot answer ${source.subnet}.`
  return [onward, translation(twin, router, source.translated, says)]
}

/** Through an inner router: its uplink is a client of the outer network. */
function intoOuter(asking: Asking, packet: Packet, goal: Goal, uplink: InnerUplink, depth: number): Stage[] {
  const { twin } = asking
  const { router, source } = packet
  const outer = deviceName(twin, uplink.next.deviceId)
  const onward = stage(
    'onward',
    true,
    `${deviceName(twin, router)} is a client of ${uplink.network.name} and sends it on to there.`,
    [
      byUplink(twin, router, uplink, `The default route leads to ${outer}.`),
      ...wayOf(asking, uplink.host.place, uplink.next).hops,
    ],
  )
  const says = source.translated
    ? `${source.name} is translated to the uplink's address in ${uplink.network.name}.`
    : `Addresses of ${source.name} are not translated, and ${outer} knows no way back to ${source.subnet}.`
  const translated = translation(twin, router, source.translated, says)
  if (!translated.ok) return [onward, translated]
  if (goal.kind === 'host' && isOnLink(uplink.host, goal.host.lease.ip)) {
    const there = directly(asking, uplink.host, goal.host, 'It is delivered in that network.')
    const closed = there.every(({ ok }) => ok) ? closedAtRouter(asking, router, goal.host) : null
    return [onward, translated, ...(closed ? [...there.slice(0, -1), closed] : there)]
  }
  const next = { router: uplink.next.deviceId, source: uplink.network, sender: uplink.host }
  return [onward, translated, ...throughRouters(asking, next, goal, depth + 1)]
}

const translation = (twin: Twin, router: Id, ok: boolean, says: string): Stage =>
  stage('translation', ok, says, [
    routerHop(twin, router, ok ? 'translates' : 'drops', says, 'RFC 3022 section 2.2'),
  ])

const byUplink = (twin: Twin, router: Id, { outKey }: FeedUplink | InnerUplink, reason: string): Hop => ({
  ...routerHop(twin, router, 'routes', reason, 'default route'),
  outKey,
  outPort: keyText(twin.site, router, outKey),
})

const routerHop = (
  twin: Twin,
  router: Id,
  decision: Hop['decision'],
  reason: string,
  clause: string,
): Hop => ({
  deviceId: router,
  deviceName: deviceName(twin, router),
  inKey: null,
  outKey: null,
  inPort: null,
  outPort: null,
  tagIn: null,
  tagOut: null,
  vid: null,
  decision,
  reason,
  clause,
})
