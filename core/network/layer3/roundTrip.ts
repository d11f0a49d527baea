import type { Place } from '../layer2'
import { interfacesAt, isOnLink } from './hosts'
import type { Host } from './hosts'
import { stage } from './stages'
import type { Stage } from './stages'
import { hearEachOther } from './twin'
import { wayOf } from './way'
import type { Asking } from './way'

/** A frame there and the answer back on one segment. */
export function roundTrip(asking: Asking, a: Place, b: Place, says: string): Stage[] {
  const there = wayOf(asking, a, b)
  if (!there.ok) return [stage('onward', false, there.reason ?? '', there.hops)]
  const back = wayOf(asking, b, a)
  return [
    stage('onward', true, says, there.hops),
    stage('reply', back.ok, back.ok ? 'The answer comes back the same way.' : (back.reason ?? ''), back.hops),
  ]
}

/** Somebody on the segment of a host sends to it, and it answers by its own mask. */
export function directly(asking: Asking, from: Host, to: Host, says: string): Stage[] {
  const stages = roundTrip(asking, from.place, to.place, says)
  const lost = stages.every(({ ok }) => ok) ? noAnswerTo(asking, from, to, null) : null
  return lost === null ? stages : [...stages.slice(0, -1), stage('reply', false, lost)]
}

/**
 * Why a host that has been reached cannot answer, or null. Its answer goes straight where its own mask says so, else to
 * its gateway, which must be the router that the packet came by (null: it came by none).
 */
export function noAnswerTo(
  { twin }: Asking,
  sender: Pick<Host, 'place' | 'lease'>,
  host: Host,
  router: string | null,
): string | null {
  const { gateway } = host.lease
  if (isOnLink(host, sender.lease.ip))
    return hearEachOther(twin, host.place, sender.place)
      ? null
      : `${host.label} takes ${sender.lease.ip} for a neighbour by its own mask, and its answer does not get there.`
  if (gateway === null) return `${host.label} has no gateway, so its answer does not find the way back.`
  if (!isOnLink(host, gateway))
    return `${host.label} has the gateway ${gateway}, which is outside its own subnet: its answer does not find the way back.`
  const [found] = interfacesAt(twin, gateway, host.place)
  const isHeard = found !== undefined && hearEachOther(twin, host.place, found.place)
  if (isHeard && (router === null || found.routerId === router)) return null
  return `${host.label} sends its answer to ${gateway}, which is not the router that asked.`
}
