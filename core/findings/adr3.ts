import { isUsable, subnetOrNull } from '../addressing'
import { networkOf } from '../site'
import { moveManagement } from './mends'
import type { Rule } from './types'
import { atDevice, atNetwork } from './where'

/** A management address that is no host address of the network it is meant for. */
export const adr3: Rule = {
  code: 'ADR-3',
  check: ({ site }) =>
    site.devices.flatMap((device) => {
      const { addressing, ip, networkId } = device.management
      const network = networkOf(site, networkId)
      const subnet = subnetOrNull(network?.subnet ?? null)
      if (addressing !== 'fixed' || !ip || !network || !subnet || isUsable(subnet, ip)) return []
      return [
        {
          says: `${device.name} has ${ip}, which is no host address of ${network.name} (${subnet.cidr}).`,
          where: [atDevice(device), atNetwork(network)],
          mend: moveManagement(site, device, network),
        },
      ]
    }),
}
