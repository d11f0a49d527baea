import { distinctFixedAddresses } from '../../network/addressing'
import type { FixedAddress } from '../../network/addressing'
import { networkOf } from '../../plan'
import type { Site } from '../../plan'
import { moveManagement } from './mends'
import type { Rule } from './types'
import { atDevice } from './where'

/** One address, two devices. The later one in the plan is the one to move. */
export const adr4: Rule = {
  code: 'ADR-4',
  check: ({ site }) => {
    const all = [...distinctFixedAddresses(site), ...reserved(site)]
    return all.flatMap((fixed, i) => {
      const first = all.slice(0, i).find(({ ip, device }) => ip === fixed.ip && device.id !== fixed.device.id)
      if (!first) return []
      const [mover, keeper] = fixed.use === 'management' ? [fixed, first] : [first, fixed]
      const network = networkOf(site, mover.networkId)
      return [
        {
          says: `${keeper.device.name} (${keeper.use}) and ${mover.device.name} (${mover.use}) both have ${fixed.ip}.`,
          where: [atDevice(mover.device), atDevice(keeper.device)],
          mend:
            mover.use === 'management' && network ? moveManagement(site, mover.device, network) : undefined,
        },
      ]
    })
  },
}

/** Addresses the server keeps for one MAC; they may lie inside the pool and still must be one device's only. */
const reserved = (site: Site): FixedAddress[] =>
  site.devices.flatMap((device) => {
    const { addressing, ip, networkId } = device.management
    return addressing === 'reserved' && ip !== null ? [{ ip, device, use: 'reservation', networkId }] : []
  })
