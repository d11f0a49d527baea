import { ssidsOn } from '../site'
import { putDevice } from './mends'
import type { Rule } from './types'
import { atDevice } from './where'

/** A radio that is off while a name is to be offered on it. */
export const rad3: Rule = {
  code: 'RAD-3',
  check: ({ site }) =>
    site.devices.flatMap((device) =>
      device.radios
        .filter(({ enabled }) => !enabled)
        .flatMap((radio) => {
          const names = ssidsOn(site, device)
            .filter(({ bands }) => bands.includes(radio.band))
            .map(({ name }) => name)
          if (names.length === 0) return []
          return [
            {
              says: `The ${radio.band} GHz radio of ${device.name} is off, and ${names.join(', ')} ${names.length === 1 ? 'is' : 'are'} to be on it.`,
              where: [atDevice(device)],
              mend: putDevice(`Switch the ${radio.band} GHz radio of ${device.name} on`, {
                ...device,
                radios: device.radios.map((one) => (one === radio ? { ...one, enabled: true } : one)),
              }),
            },
          ]
        }),
    ),
}
