import { networkAround } from '../../network/addressing'
import { attachmentOf } from '../../network/layer2'
import type { PastedFact } from '../../network/pasted'
import { networkOf } from '../../plan'
import type { Device, Site } from '../../plan'
import type { Seen } from './testKinds'

/** What another machine printed, as evidence from a place; and what of it says nothing of this plan, in words. */
export interface PastedSeen {
  seen: Seen[]
  left: string[]
}

/** The radio client's own level and rate are shown and not kept: they belong to no spot. */
export function seenFrom(site: Site, attachmentId: string, facts: readonly PastedFact[]): PastedSeen {
  const found = facts.map((fact) => ofFact(site, attachmentId, fact))
  return {
    seen: found.flatMap((one) => (typeof one === 'string' ? [] : one)),
    left: found.flatMap((one) => (typeof one === 'string' ? [one] : [])),
  }
}

function ofFact(site: Site, attachmentId: string, fact: PastedFact): Seen | string {
  switch (fact.kind) {
    case 'interface': {
      const { ip, gateway, name, isUp } = fact
      if (!isUp) return `${name} is not connected`
      return { kind: 'address', attachmentId, ip, ...(gateway === null ? {} : { gateway }) }
    }
    case 'ping':
      return ofPing(site, attachmentId, fact)
    case 'joined':
      return `joined to “${fact.joined.ssid}” (${fact.joined.bssid})${fact.joined.rssiDbm === null ? '' : `, ${fact.joined.rssiDbm} dBm`}`
    case 'station': {
      const device = withMac(site, fact.mac)
      if (!device || fact.rateMbps === null) return `station ${fact.mac} is no device of the plan`
      return { kind: 'registration', deviceId: device.id, rateMbps: fact.rateMbps, snrDb: null }
    }
    case 'lease': {
      const device = withMac(site, fact.mac)
      if (!device) return `${fact.ip} leased to ${fact.name || fact.mac}, which is no device of the plan`
      return device.station
        ? { kind: 'address', attachmentId: `station:${device.id}`, ip: fact.ip }
        : { kind: 'running', deviceId: device.id }
    }
  }
}

const withMac = (site: Site, mac: string): Device | undefined =>
  site.devices.find((device) => device.mac?.toLowerCase() === mac)

/** A gateway that answers from inside its own network proves nothing of what is behind it. */
function ofPing(
  site: Site,
  attachmentId: string,
  { ip, received }: Extract<PastedFact, { kind: 'ping' }>,
): Seen | string {
  const from = networkOf(site, attachmentOf(site, attachmentId)?.networkId ?? null)
  if (!from) return `${ip}: the place it was asked from belongs to no network`
  const far = networkAround(site, ip)
  if (far && (far.id === from.id || far.gateway === ip))
    return `${ip} ${received > 0 ? 'answered' : 'did not answer'}: that shows nothing of who reaches whom`
  return {
    kind: 'ping',
    fromNetworkId: from.id,
    to: far ? { networkId: far.id } : 'internet',
    answered: received > 0,
    ip,
    attachmentId,
  }
}
