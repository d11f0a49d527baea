import type { Place } from '../layer2'
import { deviceOf } from '../site'
import type { Network } from '../site'
import { answeringServers } from './addressService'
import type { Twin } from './twin'

/**
 * Why a host that a router delivers to cannot answer, or null: it needs an address, and a gateway that leads back to
 * that router. A box takes the gateway typed into it, a client the one of its lease.
 */
export function noWayBack(twin: Twin, place: Place, network: Network): string | null {
  const device = place.key.startsWith('self') ? deviceOf(twin.site, place.deviceId) : undefined
  if (device?.management.addressing === 'fixed')
    return gatewayFault(device.name, device.management.gateway, network)
  const [server] = answeringServers(twin, place)
  if (!server) return `Nobody there gets an address, so nobody in ${network.name} can answer.`
  return gatewayFault(device?.name ?? `The client in ${network.name}`, server.gateway, network)
}

function gatewayFault(name: string, gateway: string | null, network: Network): string | null {
  if (gateway === null) return `${name} has no gateway, so its answer does not find the way back.`
  if (gateway !== network.gateway)
    return `${name} sends its answer to ${gateway}, which is not the router that asked.`
  return null
}
