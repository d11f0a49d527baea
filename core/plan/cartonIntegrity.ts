import type { Problem } from '../lib/outcome'
import { capacityFault } from './capacity'
import type { Site } from './types'

/** What a device type's carton must hold to make sense: an address where it has a fixed one, sizes that grow. */
export function cartonProblems(site: Pick<Site, 'deviceTypes'>): Problem[] {
  return site.deviceTypes.flatMap((type, i): Problem[] => {
    const fault = capacityFault(type.capacity)
    const { addressing, ip, servesAddresses } = type.factory
    const needsIp = (addressing === 'fixed' || servesAddresses) && ip === null
    return [
      ...(fault
        ? [
            {
              path: ['deviceTypes', i, 'capacity', fault.index],
              code: 'capacity.order',
              message: `${type.name}: ${fault.says}`,
            },
          ]
        : []),
      ...(needsIp
        ? [
            {
              path: ['deviceTypes', i, 'factory', 'ip'],
              code: 'factory.address',
              message: `${type.name} comes with ${addressing === 'fixed' ? 'a fixed address' : 'an address server'}, and its factory address is missing. It is printed on the label.`,
            },
          ]
        : []),
    ]
  })
}
