import { grouped } from '../../lib/grouped'
import { keptWhile } from '../../lib/keptWhile'
import { perSite } from '../../lib/perSite'
import { kindOf } from '../../plan/kinds'
import { freeSockets, jackNetwork, linkAt, portName, ssidsOn } from '../../plan/lookups'
import { indexOf } from '../../plan/siteIndex'
import type { Device, Id, Site, Ssid } from '../../plan/types'
import { socket } from './keys'
import type { Place } from './keys'

/** A place where a client can attach. */
export interface Attachment {
  id: string
  kind: 'ssid' | 'port' | 'jack' | 'station'
  label: string
  place: Place
  /** The network that the plan means for it, if any. */
  networkId: Id | null
}

const listed = perSite((site: Site, _all: 'all') => listAttachments(site))

/** Every SSID on every access point, every free LAN socket of a switch or gateway, every wired jack, and every station in the plan. */
export const attachmentsOf = (site: Site): readonly Attachment[] => listed(site, 'all')

const listAttachments = (site: Site): Attachment[] =>
  site.devices.flatMap((device) => attachmentsAt(site, device))

const kept = keptWhile<Device, Attachment[]>()

/** Those at one device. */
export function attachmentsAt(site: Site, device: Device): readonly Attachment[] {
  const { networks, ssids, groups, deviceTypes, links } = site
  // An SSID that names nobody is offered by every access point there is: other devices matter by their kind alone.
  return kept(device, [networks, ssids, groups, deviceTypes, links], () => attachmentsAnew(site, device))
}

function attachmentsAnew(site: Site, device: Device): Attachment[] {
  if (device.station) return [atStation(device)]
  const { hasStrip, wireVlans } = kindOf(device)
  return [
    ...ssidsOn(site, device).map((ssid) => onAir(device, ssid)),
    ...(hasStrip ? socketAttachments(site, device) : []),
    ...(wireVlans === 'bySsids' ? jacks(site, device) : []),
  ]
}

const atStation = (device: Device): Attachment => ({
  id: `station:${device.id}`,
  kind: 'station',
  label: device.name,
  place: { deviceId: device.id, key: 'self' },
  networkId: device.management.networkId,
})

const onAir = (device: Device, ssid: Ssid): Attachment => ({
  id: `ssid:${device.id}:${ssid.id}`,
  kind: 'ssid',
  label: `${ssid.name} on ${device.name}`,
  place: { deviceId: device.id, key: `ssid:${ssid.id}` },
  networkId: ssid.networkId,
})

function socketAttachments(site: Site, device: Device): Attachment[] {
  return freeSockets(site, device).map((port) => ({
    id: `port:${device.id}:${port.number}`,
    kind: 'port' as const,
    label: portName(site, { deviceId: device.id, port: port.number }),
    place: { deviceId: device.id, key: socket(port.number) },
    networkId: indexOf(site).networkByVlan.get(port.nativeVlan ?? -1)?.id ?? null,
  }))
}

/** Sockets of an access point that one of its groups puts on a network. */
function jacks(site: Site, device: Device): Attachment[] {
  if (site.groups.length === 0) return []
  return device.ports.flatMap(({ number }) => {
    const end = { deviceId: device.id, port: number }
    const network = jackNetwork(site, device.id, number)
    if (!network || linkAt(site, end)) return []
    return [
      {
        id: `jack:${device.id}:${number}`,
        kind: 'jack' as const,
        label: `jack ${portName(site, end)}`,
        place: { deviceId: device.id, key: socket(number) },
        networkId: network.id,
      },
    ]
  })
}

const byNetwork = perSite((site: Site, _all: 'all') =>
  grouped(attachmentsOf(site), ({ networkId }) => networkId),
)

/** The places where clients of a network attach. */
export const attachmentsIn = (site: Site, networkId: Id): readonly Attachment[] =>
  byNetwork(site, 'all').get(networkId) ?? []

export const attachmentOf = (site: Site, id: string): Attachment | undefined =>
  attachmentsOf(site).find((attachment) => attachment.id === id)
