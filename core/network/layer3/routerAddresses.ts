import { subnetOrNull } from '../addressing'
import { interfaceIn } from '../layer2'
import { deviceOf } from '../../plan'
import type { Id, Network } from '../../plan'
import { hostOfDevice } from './hosts'
import type { Host } from './hosts'
import type { Twin } from './twin'

/**
 * The addresses at which a router itself answers: that of its management, and its own in every network that it routes and has a running
 * interface in. From any network that its rules admit, it answers at each of them. Source: RFC 1812 section 5.2.3 (a router takes what is
 * addressed to any of its addresses, on whatever interface it comes in).
 */
export function addressesOfRouter(twin: Twin, routerId: Id): Host[] {
  const router = deviceOf(twin.site, routerId)
  const managed = router && hostOfDevice(twin, router)
  const routed = twin.site.networks.flatMap((network) => interfaceHost(twin, routerId, network))
  return [...(managed ? [managed] : []), ...routed.filter(({ lease }) => lease.ip !== managed?.lease.ip)]
}

function interfaceHost(twin: Twin, routerId: Id, network: Network): Host[] {
  const { routedBy, gateway } = network
  const subnet = subnetOrNull(network.subnet)
  const key = routedBy === routerId ? interfaceIn(twin.fabric, routerId, network) : null
  if (gateway === null || !subnet || !key) return []
  return [
    {
      label: `${deviceOf(twin.site, routerId)?.name ?? routerId} at ${gateway}`,
      place: { deviceId: routerId, key },
      lease: {
        ip: gateway,
        prefixLength: subnet.prefixLength,
        gateway: null,
        nameServers: [],
        network,
        server: null,
        controllerIps: [],
      },
    },
  ]
}

/** A goal that is a router itself: which, and the network of the address that is asked for. */
export interface AtRouter {
  routerId: Id
  network: Network | null
}

/** Whether a host is a router of this site at one of its own addresses; null: it is anybody else. */
export function atRouter({ site }: Twin, { place, lease }: Host): AtRouter | null {
  if (!place.key.startsWith('self') || !site.networks.some(({ routedBy }) => routedBy === place.deviceId))
    return null
  const own = site.networks.find(
    ({ routedBy, gateway }) => routedBy === place.deviceId && gateway === lease.ip,
  )
  return { routerId: place.deviceId, network: own ?? lease.network }
}
