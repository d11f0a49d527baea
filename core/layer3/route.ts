import { interfaceIn, routesAtHome } from '../layer2'
import type { Place } from '../layer2'
import { deviceOf } from '../site'
import type { Id, Network } from '../site'
import { deviceName } from './address'
import type { Goal } from './goal'
import { keyText } from './hops'
import type { Hop } from './hops'
import { decide } from './policy'
import { stage } from './stages'
import type { Stage } from './stages'
import type { Twin } from './twin'
import { uplinkOf } from './uplink'
import type { Uplink } from './uplink'
import { wayOf } from './way'
import { noWayBack } from './wayBack'
import type { Asking } from './way'

/** Traffic as a router meets it: the network its source address is of, as seen there. */
interface Packet {
  router: Id
  source: Network
}

/** More routers behind each other than any site has; a circle ends here. */
const MOST_ROUTERS = 8

/**
 * What routers do with a packet, one after the other: rules in order, then the interface that is in the goal's network,
 * else the uplink, with translation on the way out. Replies to what was let through pass.
 */
export function throughRouters(asking: Asking, packet: Packet, goal: Goal, depth = 0): Stage[] {
  const { twin } = asking
  const { router, source } = packet
  const ruling = decide(twin.site, source.id, goal.network ? { networkId: goal.network.id } : 'internet')
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
  const key = goal.network?.routedBy === router ? interfaceIn(twin.fabric, router, goal.network) : null
  if (goal.network && key) return [policy, ...deliver(asking, { deviceId: router, key }, goal, goal.network)]
  return [policy, ...outward(asking, packet, goal, depth)]
}

function deliver(asking: Asking, here: Place, goal: Goal, network: Network): Stage[] {
  const name = deviceName(asking.twin, here.deviceId)
  if (!goal.place)
    return [
      stage(
        'onward',
        goal.label === network.name,
        `${name} would deliver into ${network.name}; nobody in the plan is there to answer.`,
      ),
    ]
  const stages = roundTrip(
    asking,
    here,
    goal.place,
    `${name} has an interface in ${network.name} and delivers there.`,
  )
  const lost = stages.every(({ ok }) => ok) ? noWayBack(asking.twin, goal.place, network) : null
  return lost === null ? stages : [...stages.slice(0, -1), stage('reply', false, lost)]
}

function outward(asking: Asking, packet: Packet, goal: Goal, depth: number): Stage[] {
  const { twin } = asking
  const { router } = packet
  const name = deviceName(twin, router)
  const uplink = uplinkOf(twin, router)
  const noWay = goal.network && `${name} has no interface in ${goal.network.name} and knows no way there.`
  const wall = goal.network && wallBefore(twin, goal.network)
  if (wall) return [stage('wall', false, wall)]
  if (!uplink.ok) return [stage('onward', false, noWay ?? uplink.reason)]
  if (uplink.kind === 'feed') return noWay ? [stage('onward', false, noWay)] : outside(twin, packet, uplink)
  if (depth >= MOST_ROUTERS)
    return [stage('onward', false, `The routers send this packet round in a circle.`)]
  return intoOuter(asking, packet, goal, uplink, depth)
}

/** A network behind an inner router cannot be reached from outside it: that is what the school is chosen for. */
function wallBefore(twin: Twin, network: Network): string | null {
  const owner = deviceOf(twin.site, network.routedBy)
  if (!owner || !routesAtHome(owner) || owner.role === 'gateway' || !network.translated) return null
  return `${network.name} lies behind ${owner.name}, which translates its addresses: nothing outside reaches in.`
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
      ...wayOf(asking, uplink.place, uplink.next).hops,
    ],
  )
  const says = source.translated
    ? `${source.name} is translated to the uplink's address in ${uplink.network.name}.`
    : `Addresses of ${source.name} are not translated, and ${outer} knows no way back to ${source.subnet}.`
  const translated = translation(twin, router, source.translated, says)
  if (!translated.ok) return [onward, translated]
  if (goal.network?.id === uplink.network.id) {
    if (!goal.place) return [onward, translated]
    return [
      onward,
      translated,
      ...roundTrip(asking, uplink.place, goal.place, 'It is delivered in that network.'),
    ]
  }
  const next = { router: uplink.next.deviceId, source: uplink.network }
  return [onward, translated, ...throughRouters(asking, next, goal, depth + 1)]
}

const translation = (twin: Twin, router: Id, ok: boolean, says: string): Stage =>
  stage('translation', ok, says, [
    routerHop(twin, router, ok ? 'translates' : 'drops', says, 'RFC 3022 section 2.2'),
  ])

export function roundTrip(asking: Asking, a: Place, b: Place, says: string): Stage[] {
  const there = wayOf(asking, a, b)
  if (!there.ok) return [stage('onward', false, there.reason ?? '', there.hops)]
  const back = wayOf(asking, b, a)
  return [
    stage('onward', true, says, there.hops),
    stage('reply', back.ok, back.ok ? 'The answer comes back the same way.' : (back.reason ?? ''), back.hops),
  ]
}

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
