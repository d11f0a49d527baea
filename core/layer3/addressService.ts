import { fixedAddresses, inPool, ipNumber, ipText, poolSize, subnetOrNull } from '../addressing'
import { interfaceIn, managementInterface } from '../layer2'
import type { Place } from '../layer2'
import { deviceOf } from '../site'
import type { Id, Network, Site } from '../site'
import { hearEachOther } from './twin'
import type { Twin } from './twin'

/** What one address server would hand to whoever asks. */
export interface AddressServer {
  deviceId: Id
  place: Place
  /** The network it serves by plan; null for a server that should not be there. */
  network: Network | null
  start: string
  end: string
  gateway: string | null
  nameServers: string[]
}

export interface Lease {
  ip: string
  prefixLength: number
  server: AddressServer
}

/** Every address server of the site that is alive: the planned ones, and those left on in some box. */
export function addressServers(twin: Twin): AddressServer[] {
  return [...twin.site.networks.flatMap((network) => plannedServer(twin, network)), ...strayServers(twin)]
}

function plannedServer(twin: Twin, network: Network): AddressServer[] {
  if (network.servedBy === null || network.pool === null) return []
  const key = interfaceIn(twin.fabric, network.servedBy, network)
  if (key === null) return []
  return [
    {
      deviceId: network.servedBy,
      place: { deviceId: network.servedBy, key },
      network,
      ...network.pool,
      gateway: network.gateway,
      nameServers: network.nameServers,
    },
  ]
}

function strayServers(twin: Twin): AddressServer[] {
  return twin.site.devices.flatMap((device) => {
    const key = device.strayServer && managementInterface(twin.fabric, device)
    if (!device.strayServer || !key) return []
    return [
      { deviceId: device.id, place: { deviceId: device.id, key }, network: null, ...device.strayServer },
    ]
  })
}

/** The servers that hear a DISCOVER sent from a place and whose OFFER gets back. Source: RFC 2131 section 3.1. */
export const answeringServers = (twin: Twin, place: Place): AddressServer[] =>
  addressServers(twin).filter((server) =>
    server.place.deviceId !== place.deviceId || server.place.key !== place.key
      ? hearEachOther(twin, place, server.place)
      : false,
  )

/**
 * The lease a client takes: from the first server that answers, the lowest address of its pool that no device of the
 * plan holds. Which of several servers answers first is luck; the caller must say so.
 */
export function leaseFrom(site: Site, server: AddressServer): Lease | null {
  const fixed = new Set(fixedAddresses(site).map(({ ip }) => ip))
  const pool = { start: server.start, end: server.end }
  const prefixLength = subnetOrNull(server.network?.subnet ?? null)?.prefixLength ?? 24
  for (let i = 0; i < poolSize(pool); i++) {
    const ip = ipText(ipNumber(pool.start) + i)
    if (!fixed.has(ip) && inPool(pool, ip)) return { ip, prefixLength, server }
  }
  return null
}

export const serverName = (site: Site, server: AddressServer): string =>
  deviceOf(site, server.deviceId)?.name ?? server.deviceId
