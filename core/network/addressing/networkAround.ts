import type { Ip, Network, Site } from '../../plan/types'
import { contains, subnetOrNull } from './subnet'

/** The network that an address belongs to by its subnet. */
export const networkAround = (site: Site, ip: Ip): Network | null =>
  site.networks.find((network) => {
    const subnet = subnetOrNull(network.subnet)
    return subnet && contains(subnet, ip)
  }) ?? null
