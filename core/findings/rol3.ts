import { uplinkOf } from '../layer3'
import { neighbourAt } from '../site'
import { putDevice } from './mends'
import type { Rule } from './types'
import { atDevice } from './where'

/** A modem that is a router too, with the site's own router behind it. */
export const rol3: Rule = {
  code: 'ROL-3',
  check: ({ site, twin }) =>
    site.devices.flatMap((router) => {
      const uplink = router.uplink ? uplinkOf(twin, router.id) : null
      if (!router.uplink || !uplink?.ok || uplink.kind !== 'feed' || !uplink.translatedTwice) return []
      const modem = neighbourAt(site, { deviceId: router.id, port: router.uplink.port })?.device
      if (!modem) return []
      return [
        {
          says: `${modem.name} is a router itself, and ${router.name} behind it translates a second time.`,
          where: [atDevice(modem), atDevice(router)],
          mend: putDevice(`Put ${modem.name} in bridge mode`, {
            ...modem,
            bridgeMode: true,
            strayServer: null,
          }),
        },
      ]
    }),
}
