import { deviceOf, ssidsOn } from '../../plan'
import type { Device, Radio, Site } from '../../plan'
import { putDevice } from './mends'
import type { Mend, Rule, Sighting } from './types'
import { atDevice } from './where'

/** A radio that is off while a name is to be offered on it, or while it is the way of an uplink. */
export const rad3: Rule = {
  code: 'RAD-3',
  check: ({ site }) => [...offeredNames(site), ...uplinkRadios(site)],
}

const offeredNames = (site: Site): Sighting[] =>
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
            mend: switchOn(device, radio),
          },
        ]
      }),
  )

/** Either end of a radio uplink with its radio off: it never registers. */
const uplinkRadios = (site: Site): Sighting[] =>
  site.devices.flatMap((child) => {
    const { air } = child
    if (!air) return []
    return [child, deviceOf(site, air.deviceId)].flatMap((device): Sighting[] => {
      const radio = device?.radios.find(({ band, enabled }) => band === air.band && !enabled)
      if (!device || !radio) return []
      return [
        {
          says: `The ${radio.band} GHz radio of ${device.name} is off, and the uplink of ${child.name} runs on it.`,
          where: [atDevice(device)],
          severity: 'stop',
          mend: switchOn(device, radio),
        },
      ]
    })
  })

const switchOn = (device: Device, radio: Radio): Mend =>
  putDevice(`Switch the ${radio.band} GHz radio of ${device.name} on`, {
    ...device,
    radios: device.radios.map((one) => (one === radio ? { ...one, enabled: true } : one)),
  })
