import { grouped } from '../../lib/grouped'
import { attachmentsIn } from '../layer2'
import { indexOf } from '../../plan'
import type { Id, Network } from '../../plan'
import { possibleAddresses } from './address'
import { answeringServers } from './addressService'
import { hostOfDevice } from './hosts'
import type { Host } from './hosts'
import { heed, keptPerTwin } from './kept'
import type { Lease } from './lease'
import { addressKey, placeClasses, segmentKey } from './places'
import type { Twin } from './twin'

/** One of those who make up a network as a target: a device of the plan, or a place where a client has an address. */
export interface Member {
  host: Host
  /** The network that the plan means it for; null: none. */
  meant: Network | null
  /** Anybody who attaches there, not one device. */
  isPlace: boolean
}

const kept = keptPerTwin<Member[]>('members')

/**
 * The hosts of a network: every device that has its own address there, and every place whose clients are given one.
 * Devices without an address are in `addressless`. A router is no target in the networks that it routes.
 */
export const membersOf = (twin: Twin, network: Network): Member[] =>
  kept(twin, network.id, () => [...devicesOf(twin, network), ...placesOf(twin, network)])

const plannedDevices = ({ site }: Twin, network: Network) =>
  site.devices.filter(
    ({ id, management }) =>
      management.networkId === network.id && management.addressing !== 'none' && id !== network.routedBy,
  )

function devicesOf(twin: Twin, network: Network): Member[] {
  return plannedDevices(twin, network).flatMap((device) => {
    const servers =
      device.management.addressing === 'fixed' || !twin.fabric.nodes.has(device.id)
        ? []
        : possibleServers(twin, device.id)
    const hosts =
      servers.length > 1
        ? servers.map((one) => hostOfDevice(twin, device, one))
        : [hostOfDevice(twin, device)]
    return hosts.flatMap((host) => (host ? [{ host, meant: network, isPlace: false }] : []))
  })
}

function possibleServers(twin: Twin, deviceId: Id) {
  const device = indexOf(twin.site).devices.get(deviceId)
  const host = device && hostOfDevice(twin, device)
  return host ? answeringServers(twin, host.place) : []
}

/** Devices of the plan that are meant for a network and have no address there now. */
export const addressless = (twin: Twin, network: Network): readonly string[] =>
  silent(twin, network.id, () =>
    plannedDevices(twin, network)
      .filter((device) => hostOfDevice(twin, device) === null)
      .map(({ name }) => name),
  )

const silent = keptPerTwin<readonly string[]>('addressless')

function placesOf(twin: Twin, network: Network): Member[] {
  const leases = new Map<string, Lease[]>()
  for (const alike of placeClasses(twin, network.id)) {
    const [first] = alike
    const found = first ? possibleAddresses(twin, first).flatMap(({ lease }) => lease ?? []) : []
    for (const { id } of alike) leases.set(id, found)
  }
  heed(twin, network.id)
  return attachmentsIn(twin.site, network.id).flatMap((attachment) =>
    attachment.kind === 'station'
      ? []
      : (leases.get(attachment.id) ?? []).map((lease) => ({
          host: { label: attachment.label, place: attachment.place, lease },
          meant: network,
          isPlace: true,
        })),
  )
}

/** Members that must fare alike: on one segment, with addresses of one kind. */
export function memberClasses(twin: Twin, members: readonly Member[]): Member[][] {
  return [...grouped(members, (member) => memberKey(twin, member)).values()]
}

const memberKey = (twin: Twin, { host, isPlace }: Member): string =>
  `${isPlace} ${segmentKey(twin, host.place)} ${host.place.key.startsWith('ssid:') ? host.place.key : ''} ${addressKey(host.lease)}`
