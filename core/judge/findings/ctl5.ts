import { controllers, accessPoints } from '../../plan'
import { putDevice } from './mends'
import type { Rule } from './types'
import { atDevice } from './where'

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase()

/** Devices meant for a controller whose allow list does not have them. */
export const ctl5: Rule = {
  code: 'CTL-5',
  check: ({ site }) =>
    controllers(site).flatMap((controller) => {
      const part = controller.controller
      const list = part?.allowList
      if (!part || !list) return []
      return accessPoints(site)
        .filter(
          ({ adoption, mac }) =>
            adoption?.controllerId === controller.id && !list.some((one) => mac !== null && same(one, mac)),
        )
        .map((device) => ({
          says: device.mac
            ? `${controller.name} has no ${device.mac} on its allow list: ${device.name} is refused.`
            : `The hardware address of ${device.name} is not known, so it cannot be on the allow list of ${controller.name}.`,
          where: [atDevice(device), atDevice(controller)],
          mend: device.mac
            ? putDevice(`Put ${device.name} on the list`, {
                ...controller,
                controller: { ...part, allowList: [...list, device.mac] },
              })
            : undefined,
        }))
    }),
}
