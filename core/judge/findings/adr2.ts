import {
  distinctFixedAddresses,
  inPool,
  largestFreePool,
  SHARED_USE,
  subnetOrNull,
} from '../../network/addressing'
import type { FixedAddress } from '../../network/addressing'
import type { Network, Site } from '../../plan'
import { moveManagement, putNetwork } from './mends'
import type { Mend, Rule } from './types'
import { atDevice, atNetwork } from './where'

/** A fixed address that the pool could lease to somebody else. */
export const adr2: Rule = {
  code: 'ADR-2',
  check: ({ site }) =>
    site.networks.flatMap((network) =>
      distinctFixedAddresses(site)
        .filter(({ ip }) => network.pool && inPool(network.pool, ip))
        .map((fixed) => ({
          says: `${fixed.device.name} has ${fixed.ip} (${fixed.use}), inside the pool ${network.pool?.start} to ${network.pool?.end} of ${network.name}.`,
          where: [atDevice(fixed.device), atNetwork(network)],
          // Whoever leases it takes the whole cluster's page, and its master answers for a stranger.
          ...(fixed.use === SHARED_USE ? { severity: 'stop' as const } : {}),
          mend: mendFor(site, network, fixed),
        })),
    ),
}

/** A device can move; the gateway's address is known to every client, so there the pool gives way. */
function mendFor(site: Site, network: Network, fixed: FixedAddress): Mend | undefined {
  if (fixed.use === 'management' && fixed.ip !== network.gateway)
    return moveManagement(site, fixed.device, network)
  const subnet = subnetOrNull(network.subnet)
  const pool =
    subnet &&
    largestFreePool(
      subnet,
      distinctFixedAddresses(site).map(({ ip }) => ip),
    )
  return pool ? putNetwork(`Make the pool ${pool.start} to ${pool.end}`, { ...network, pool }) : undefined
}
