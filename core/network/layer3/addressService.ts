import { subnetOrNull } from '../addressing'
import { interfaceIn, managementInterface, portAt, samePlace } from '../layer2'
import type { Place, Segment } from '../layer2'
import { deviceOf, networkOf } from '../../plan'
import type { Id, Network, Site } from '../../plan'
import { heed, keptPerTwin } from './kept'
import { comesOutAt, hearEachOther } from './twin'
import type { Twin } from './twin'

/** What one address server would hand to whoever asks. */
export interface AddressServer {
  deviceId: Id
  /** Where it hears requests; for a relayed network, the router's interface that passes them on. */
  place: Place
  /** The router that relays, if one does. */
  relayedBy: Id | null
  /** The network it serves by plan; null for a server that should not be there. */
  network: Network | null
  start: string
  end: string
  prefixLength: number
  gateway: string | null
  nameServers: string[]
}

/** Every address server of the site that is alive: the planned ones, and those left on in some device. */
export const addressServers = (twin: Twin): AddressServer[] =>
  allServers(twin, '', () => [
    ...twin.site.networks.flatMap((network) => plannedServer(twin, network)),
    ...strayServers(twin),
  ])

const allServers = keptPerTwin<AddressServer[]>('address servers')

function plannedServer(twin: Twin, network: Network): AddressServer[] {
  if (network.servedBy === null || network.pool === null) return []
  const key = interfaceIn(twin.fabric, network.servedBy, network)
  const own = key && { place: { deviceId: network.servedBy, key }, relayedBy: null }
  const found = own ?? relay(twin, network, network.servedBy)
  if (!found) return []
  return [
    {
      deviceId: network.servedBy,
      ...found,
      network,
      ...network.pool,
      prefixLength: subnetOrNull(network.subnet)?.prefixLength ?? 24,
      gateway: network.gateway,
      nameServers: network.nameServers,
    },
  ]
}

/**
 * A relay agent puts its own address into the request and sends it on to the server. Source: RFC 1542 section 4.1,
 * RFC 2131 section 4.1. The server must be in a network that the same router has an interface in.
 */
function relay(
  twin: Twin,
  network: Network,
  serverId: Id,
): Pick<AddressServer, 'place' | 'relayedBy'> | null {
  const { routedBy } = network
  const server = deviceOf(twin.site, serverId)
  const home = server && networkOf(twin.site, server.management.networkId)
  if (!network.relayed || routedBy === null || !server || !home) return null
  const here = interfaceIn(twin.fabric, routedBy, network)
  const there = home.routedBy === routedBy ? interfaceIn(twin.fabric, routedBy, home) : null
  const ear = managementInterface(twin.fabric, server)
  if (!here || !there || !ear) return null
  const reached = hearEachOther(twin, { deviceId: routedBy, key: there }, { deviceId: serverId, key: ear })
  return reached ? { place: { deviceId: routedBy, key: here }, relayedBy: routedBy } : null
}

function strayServers(twin: Twin): AddressServer[] {
  return twin.site.devices.flatMap((device) => {
    const key = device.strayServer && managementInterface(twin.fabric, device)
    if (!device.strayServer || !key) return []
    return [
      {
        deviceId: device.id,
        place: { deviceId: device.id, key },
        relayedBy: null,
        network: null,
        prefixLength: device.management.prefixLength ?? 24,
        ...device.strayServer,
      },
    ]
  })
}

const answering = keptPerTwin<AddressServer[]>('answering servers')

/** The servers that hear a DISCOVER sent from a place and whose OFFER gets back. Source: RFC 2131 section 3.1. */
export function answeringServers(twin: Twin, place: Place): readonly AddressServer[] {
  const port = portAt(twin.fabric, place)
  return port ? answering(twin, port.id, () => serversFor(twin, place)) : []
}

function serversFor(twin: Twin, place: Place): AddressServer[] {
  const segment = twin.segments.from(place)
  return segment === null
    ? []
    : hearing(twin, segment).filter(
        (server) =>
          !samePlace(server.place, place) && comesOutAt(twin, twin.segments.from(server.place), place),
      )
}

const heardIn = keptPerTwin<AddressServer[]>('servers in a segment')

/** The servers that hear what is sent in a segment: the same for all who share it. */
const hearing = (twin: Twin, segment: Segment): AddressServer[] =>
  heardIn(twin, String(segment.id), () => {
    heed(twin, segment)
    return addressServers(twin).filter(({ place }) => comesOutAt(twin, segment, place))
  })

export const serverName = (site: Site, server: AddressServer): string =>
  deviceOf(site, server.deviceId)?.name ?? server.deviceId
