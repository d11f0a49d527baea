import { beaconShare } from '../../radio/airtime'
import { ssidsOn } from '../../plan'
import type { Rule } from './types'
import { atDevice } from './where'

/** More than this of the air is gone before anybody has said a word. Common practice, no source. */
export const MOST_BEACON_PERCENT = 10

/** The names of one radio, counted by the air their beacons take. */
export const ssi5: Rule = {
  code: 'SSI-5',
  check: ({ site }) =>
    site.devices.flatMap((device) =>
      device.radios
        .filter(({ enabled }) => enabled)
        .flatMap(({ band }) => {
          const names = ssidsOn(site, device).filter(({ bands }) => bands.includes(band))
          const share = beaconShare(band, names.length)
          if (share.value <= MOST_BEACON_PERCENT) return []
          return [
            {
              says: `${device.name} offers ${names.length} names at ${band} GHz: their beacons alone take ${share.value.toFixed(1)} % of the airtime, ${beaconShare(band, 1).value.toFixed(1)} % each.`,
              where: [atDevice(device)],
            },
          ]
        }),
    ),
}
