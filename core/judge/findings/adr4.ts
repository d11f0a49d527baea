import {
  announcedAddresses,
  distinctFixedAddresses,
  reservedAddresses,
  SHARED_USE,
} from '../../network/addressing'
import type { FixedAddress } from '../../network/addressing'
import { networkOf } from '../../plan'
import { moveManagement } from './mends'
import type { Rule } from './types'
import { atDevice } from './where'

/** One address, two owners: two devices, or a device and the cluster that it is a member of. The later one in the plan is the one to move. */
export const adr4: Rule = {
  code: 'ADR-4',
  check: ({ site }) => {
    const all = [...distinctFixedAddresses(site), ...reservedAddresses(site), ...strangersOutside(site)]
    return all.flatMap((fixed, i) => {
      const first = all.slice(0, i).find(({ ip, owner }) => ip === fixed.ip && owner !== fixed.owner)
      if (!first) return []
      const [mover, keeper] = fixed.use === 'management' ? [fixed, first] : [first, fixed]
      const network = networkOf(site, mover.networkId)
      return [
        {
          says: `${ownerWords(keeper)} and ${ownerWords(mover)} both have ${fixed.ip}.`,
          where: [
            atDevice(mover.device),
            ...(mover.device.id === keeper.device.id ? [] : [atDevice(keeper.device)]),
          ],
          mend:
            mover.use === 'management' && network ? moveManagement(site, mover.device, network) : undefined,
        },
      ]
    })
  },
}

const ownerWords = ({ device, use }: FixedAddress): string =>
  use === SHARED_USE ? `Cluster “${device.cluster?.name ?? ''}” (${use})` : `${device.name} (${use})`

/** What a controller announces is its own, or that of the router that forwards to it. */
const strangersOutside = (site: Parameters<typeof announcedAddresses>[0]): FixedAddress[] =>
  announcedAddresses(site).filter(
    ({ ip }) => !distinctFixedAddresses(site).some((one) => one.ip === ip && one.use === 'uplink'),
  )
