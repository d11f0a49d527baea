import { contains, subnetAround, subnetOrNull } from '../addressing'
import { interfaceIn } from '../layer2'
import type { Attachment, Place } from '../layer2'
import type { Id, Network } from '../site'
import { addressOf, deviceName } from './address'
import { goalOf } from './goal'
import type { Goal } from './goal'
import type { Hop } from './hops'
import type { Lease } from './lease'
import { joined } from './login'
import { namesFor } from './names'
import { roundTrip, throughRouters } from './route'
import { answer, stage } from './stages'
import type { Answer, Stage, Target } from './stages'
import type { Twin } from './twin'
import { wayOf } from './way'
import type { Asking } from './way'

/** From a client at an attachment to a target: what happens, hop by hop, and why. */
export const reach = (twin: Twin, from: Attachment, target: Target): Answer =>
  reachAs({ twin, hops: true }, from, target)

/** The same without the hops: what a matrix of many needs. */
export const verdictOf = (twin: Twin, from: Attachment, target: Target): Answer =>
  reachAs({ twin, hops: false }, from, target)

function reachAs(asking: Asking, from: Attachment, target: Target): Answer {
  const { twin } = asking
  const address = addressOf(asking, from)
  const { lease, stages } = address
  if (!lease) return answer(stages, null, '', null)
  const names = namesFor(twin, lease)
  const goal = goalOf(twin, target, from.place)
  const done = (more: Stage[], reached = '') => answer([...stages, ...more], lease, reached, names)
  if (!goal) return done([stage('onward', false, 'The target is not in this plan.')])
  const onward =
    lease.network && goal.network?.id === lease.network.id
      ? sameNetwork(asking, from, goal)
      : throughGateway(asking, from, lease, goal)
  return done(onward, `${from.label} reaches ${goal.label}, and the answer gets back.`)
}

function sameNetwork(asking: Asking, from: Attachment, goal: Goal): Stage[] {
  const { place } = goal
  if (!place) return [stage('onward', false, `${goal.label} is not running, or nobody else is there.`)]
  if (isIsolated(asking.twin, from, place))
    return [
      stage(
        'isolation',
        false,
        'The SSID keeps its clients apart: they reach the router and not each other.',
      ),
    ]
  return roundTrip(asking, from.place, place, `Both are in one network: no router is needed.`)
}

/** Isolation holds between clients of one SSID, as a rule across access points too (common practice, no source). */
const isIsolated = (twin: Twin, from: Attachment, to: Place): boolean => {
  const ssid = joined(twin, from)?.ssid
  return ssid?.isolated === true && to.key === `ssid:${ssid.id}`
}

function throughGateway(asking: Asking, from: Attachment, lease: Lease, goal: Goal): Stage[] {
  const gateway = gatewayStage(asking, from, lease)
  return gateway.ok
    ? [gateway.stage, ...throughRouters(asking, { router: gateway.router, source: gateway.network }, goal)]
    : [gateway.stage]
}

type GatewayFound =
  { ok: true; stage: Stage; router: Id; network: Network } | { ok: false; stage: Stage; router: null }

function gatewayStage(asking: Asking, from: Attachment, lease: Lease): GatewayFound {
  const { twin } = asking
  const fail = (says: string, hops: Hop[] = []): GatewayFound => ({
    ok: false,
    router: null,
    stage: stage('gateway', false, says, hops),
  })
  const { gateway, network } = lease
  if (gateway === null)
    return fail('The lease names no gateway, so the client can talk inside its own network only.')
  const subnet = subnetOrNull(network?.subnet ?? null) ?? subnetAround(lease.ip, lease.prefixLength)
  if (!contains(subnet, gateway))
    return fail(`The gateway ${gateway} is outside ${subnet.cidr}, so the client has no way to ask for it.`)
  if (!network) return fail(`Nobody answers for the gateway ${gateway}.`)
  if (network.routedBy === null) return fail('No router has an interface in this network.')
  const key = interfaceIn(twin.fabric, network.routedBy, network)
  if (!key || gateway !== network.gateway) return fail(`Nobody answers for the gateway ${gateway}.`)
  const place = { deviceId: network.routedBy, key }
  const there = wayOf(asking, from.place, place)
  const way = there.ok ? wayOf({ ...asking, hops: false }, place, from.place) : there
  if (!way.ok) return fail(way.reason ?? '', way.hops)
  const name = deviceName(twin, network.routedBy)
  return {
    ok: true,
    router: network.routedBy,
    network,
    stage: stage('gateway', true, `${name} answers for ${gateway}.`, there.hops),
  }
}
