import {
  allowanceOf,
  ceilingAntenna,
  channelsOf,
  channelsWithin,
  hasTable,
  regionOf,
} from '../../radio/propagation'
import { accessPoints, typeOf } from '../../plan'
import type { Device, Radio, Site } from '../../plan'
import { putDevice } from './mends'
import type { Rule, Sighting } from './types'
import { atDevice } from './where'

/** The country decides which channels and powers there are. */
export const rad1: Rule = {
  code: 'RAD-1',
  check: ({ site }) => {
    const radioed = site.devices.filter(({ radios }) => radios.length > 0)
    const first = radioed[0] ?? accessPoints(site)[0]
    if (!first) return []
    if (site.country === null)
      return [
        {
          says: 'No country is set, and there are radios. Set it at Brief before anything else.',
          where: [atDevice(first)],
          severity: 'stop',
        },
      ]
    return [
      ...(hasTable(site.country)
        ? []
        : [
            {
              says: `There is no table here for the country ${site.country}: only what is allowed nearly everywhere is taken to be. Ask its regulator.`,
              where: [atDevice(first)],
              severity: 'note' as const,
            },
          ]),
      ...radioed.flatMap((device) =>
        device.radios
          .filter(({ enabled }) => enabled)
          .flatMap((radio) => [...channel(site, device, radio), ...power(site, device, radio)]),
      ),
    ]
  },
}

const withRadio = (device: Device, radio: Radio): Device => ({
  ...device,
  radios: device.radios.map((one) => (one.band === radio.band ? radio : one)),
})

function channel(site: Site, device: Device, radio: Radio): Sighting[] {
  const region = regionOf(site.country)
  if (radio.channel === null) return []
  const outside = channelsWithin(radio.band, radio.channel, radio.widthMhz).filter(
    (part) => !allowanceOf(region, radio.band, part),
  )
  if (outside.length === 0) return []
  const open = channelsOf(region, radio.band)
  const next = open
    .filter((one) => !allowanceOf(region, radio.band, one)?.radar)
    .filter((one) => channelsWithin(radio.band, one, radio.widthMhz).every((part) => open.includes(part)))[0]
  return [
    {
      says: `${device.name} is on channel ${radio.channel} at ${radio.band} GHz, ${radio.widthMhz} MHz wide; ${region.name} has no ${outside.join(', ')} there.`,
      where: [atDevice(device)],
      mend:
        next === undefined
          ? undefined
          : putDevice(
              `Put ${device.name} on channel ${next}`,
              withRadio(device, { ...radio, channel: next }),
            ),
    },
  ]
}

function power(site: Site, device: Device, radio: Radio): Sighting[] {
  if (radio.powerDbm === null || radio.channel === null) return []
  const limit = allowanceOf(regionOf(site.country), radio.band, radio.channel)?.eirpDbm
  if (limit === undefined) return []
  const spec = typeOf(site, device)?.radios.find(({ band }) => band === radio.band)
  const antenna =
    site.antennas.find(({ id }) => id === device.position?.antennaId) ??
    ceilingAntenna(spec?.antennaGainDbi ?? 0)
  const eirp = radio.powerDbm + antenna.gainDbi
  if (eirp <= limit + 1e-9) return []
  const most = Math.floor((limit - antenna.gainDbi) * 10) / 10
  return [
    {
      says: `${device.name} is set to ${radio.powerDbm} dBm at ${radio.band} GHz; with ${antenna.gainDbi} dBi of antenna that is ${eirp.toFixed(1)} dBm, and ${limit} dBm are allowed.`,
      where: [atDevice(device)],
      mend: putDevice(`Lower ${device.name} to ${most} dBm`, withRadio(device, { ...radio, powerDbm: most })),
    },
  ]
}
