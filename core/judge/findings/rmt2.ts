import { accessPoints, deviceOf } from '../../plan'
import { putDevice } from './mends'
import type { Rule } from './types'
import { atDevice } from './where'

/** Tunnels of access points elsewhere that cross the internet in clear. Source: RFC 5415 section 12.1 (DTLS is optional for data). */
export const rmt2: Rule = {
  code: 'RMT-2',
  check: ({ site }) => {
    const remote = accessPoints(site).filter((device) => device.remote)
    const ids = new Set(remote.flatMap(({ adoption }) => adoption?.controllerId ?? []))
    return [...ids].flatMap((id) => {
      const controller = deviceOf(site, id)
      if (!controller?.controller || controller.controller.encryptsTunnels) return []
      const mine = remote.filter(({ adoption }) => adoption?.controllerId === id)
      const part = controller.controller
      return [
        {
          says: `${controller.name} doesn’t encrypt the tunnels of ${mine.map(({ name }) => name).join(', ')}: what they carry crosses the internet in clear.`,
          where: [atDevice(controller), ...mine.slice(0, 3).map(atDevice)],
          mend: part.encryptionLicence
            ? putDevice(`Encrypt the tunnels of ${controller.name}`, {
                ...controller,
                controller: { ...part, encryptsTunnels: true },
              })
            : undefined,
        },
      ]
    })
  },
}
