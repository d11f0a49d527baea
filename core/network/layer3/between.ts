import { subnetAround, subnetOrNull, contains } from '../addressing'
import { deviceName } from './twin'
import type { Host, RouterInterface } from './hosts'
import { interfacesAt, isOnLink } from './hosts'
import type { Goal } from './goal'
import { closedAtRouter, throughRouters } from './route'
import { directly } from './roundTrip'
import { stage } from './stages'
import type { Stage } from './stages'
import { wayOf } from './way'
import type { Asking } from './way'

/**
 * What happens to a packet from one host and to the answer: both go by the addresses that the two really have. Inside
 * one subnet they ask for each other; else the packet goes by the gateway. Source: RFC 1122 section 3.3.1.
 */
export function between(asking: Asking, from: Host, goal: Goal): Stage[] {
  if (goal.kind === 'host' && isOnLink(from, goal.host.lease.ip)) return onLink(asking, from, goal.host)
  const gateway = gatewayStage(asking, from)
  return gateway.found === null
    ? [gateway.stage]
    : [
        gateway.stage,
        ...throughRouters(
          asking,
          { router: gateway.found.routerId, source: gateway.found.network, sender: from },
          goal,
        ),
      ]
}

interface GatewayStage {
  stage: Stage
  found: RouterInterface | null
}

/** Straight to a neighbour. A router may close itself to the network that it is asked from. */
function onLink(asking: Asking, from: Host, to: Host): Stage[] {
  const stages = directly(asking, from, to, 'Both are in one network: no router is needed.')
  const closed = stages.every(({ ok }) => ok) ? closedAtRouter(asking, null, to) : null
  return closed ? [...stages.slice(0, -1), closed] : stages
}

/** Whether the host's gateway answers it, and knows its way back to the host's address. */
function gatewayStage(asking: Asking, { lease, place }: Host): GatewayStage {
  const { twin } = asking
  const fail = (says: string, hops: Stage['hops'] = []): GatewayStage => ({
    found: null,
    stage: stage('gateway', false, says, hops),
  })
  const { gateway, ip, network } = lease
  if (gateway === null)
    return fail(
      lease.server === null
        ? 'No gateway is typed in, so the client can talk inside its own network only.'
        : 'The lease names no gateway, so the client can talk inside its own network only.',
    )
  const own = subnetAround(ip, lease.prefixLength)
  if (!contains(own, gateway))
    return fail(`The gateway ${gateway} is outside ${own.cidr}, so the client has no way to ask for it.`)
  const [found] = interfacesAt(twin, gateway, place)
  if (!found)
    return fail(
      network && network.gateway === gateway && network.routedBy === null
        ? 'No router has an interface in this network.'
        : `Nobody answers for the gateway ${gateway}.`,
    )
  const there = wayOf(asking, place, found.place)
  const way = there.ok ? wayOf({ ...asking, hops: false }, found.place, place) : there
  if (!way.ok) return fail(way.reason ?? '', way.hops)
  const name = deviceName(twin, found.routerId)
  const subnet = subnetOrNull(found.network.subnet)
  if (subnet && !contains(subnet, ip))
    return fail(
      `${name} answers for ${gateway}, and ${ip} is outside ${subnet.cidr}, so its answers do not come back.`,
      there.hops,
    )
  return { found, stage: stage('gateway', true, `${name} answers for ${gateway}.`, there.hops) }
}
