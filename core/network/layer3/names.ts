import { isNoHost, isPrivate } from '../addressing'
import type { Network } from '../../plan'
import { networkAround } from '../addressing'
import type { Lease } from './lease'
import { decide } from './policy'
import type { Twin } from './twin'
import { uplinkOf } from './uplink'

/** Whether names resolve for a client with that lease. */
export interface NamesAnswer {
  ok: boolean
  says: string
}

/**
 * Name service as a client meets it: it asks the servers of its lease in turn. A router that is named as server forwards
 * to the outside (common practice, no source).
 */
export function namesFor(twin: Twin, lease: Lease): NamesAnswer {
  if (lease.nameServers.length === 0)
    return { ok: false, says: 'No name server is handed out, so names fail even where addresses work.' }
  const faults = lease.nameServers.map((ip) => faultOf(twin, lease, ip))
  const good = faults.indexOf(null)
  if (good >= 0) return { ok: true, says: `Names are asked of ${lease.nameServers[good]}.` }
  return { ok: false, says: faults[0] ?? '' }
}

function faultOf(twin: Twin, { network, gateway }: Lease, ip: string): string | null {
  if (isNoHost(ip)) return `${ip} is no address of a host, so nobody answers names there.`
  const router = network?.routedBy ?? null
  if (!network || router === null) return `No router leads from here to the name server ${ip}.`
  const home = networkAround(twin.site, ip)
  if (ip === gateway || home?.id === network.id) return feedFault(twin, router, `${ip} answers, and`)
  return home ? insideFault(twin, network, home, ip) : outsideFault(twin, network, router, ip)
}

const feedFault = (twin: Twin, router: string, words: string): string | null => {
  const uplink = uplinkOf(twin, router)
  return uplink.ok ? null : `${words} has nobody outside to ask: ${uplink.reason}`
}

function insideFault(twin: Twin, from: Network, home: Network, ip: string): string | null {
  const ruling = decide(twin.site, from.id, { networkId: home.id })
  return ruling.action === 'drop'
    ? `The name server ${ip} is in ${home.name}, kept out: ${ruling.reason}`
    : null
}

function outsideFault(twin: Twin, from: Network, router: string, ip: string): string | null {
  if (isPrivate(ip)) return `The name server ${ip} is a private address that no network of this plan holds.`
  const ruling = decide(twin.site, from.id, 'internet')
  if (ruling.action === 'drop') return `The name server ${ip} is outside, kept out: ${ruling.reason}`
  return from.translated
    ? feedFault(twin, router, `${ip} is outside, and the router`)
    : `The name server ${ip} is outside, and addresses of ${from.name} are not translated.`
}
