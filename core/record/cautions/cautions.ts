import { kindOf, isUpThere } from '../../plan'
import type { Band, Device, Site } from '../../plan'
import { isOutside } from '../../judge/parts'
import { plannedRadio } from '../../radio/coverage'
import { allowanceOf, exposureDistance, regionOf } from '../../radio/propagation'

/** What somebody must be careful of, and which gear it is about; without gear it holds for all of it. */
export interface Caution {
  about: string
  says: string
  deviceNames: string[]
}

/** Written high in a place's words. Common practice, no source. */
const HIGH = /\b(mast|roof|pole|post|tower|chimney)/i

/** The usual cautions that a plan gives rise to. They defer to local codes and licensed people, and do not replace them. */
export function cautionsOf(site: Site): Caution[] {
  const gear = site.devices.filter(({ station }) => station === null)
  const outside = gear.filter((device) => isOutside(site, device))
  const all: Caution[] = [
    {
      about: 'Ladder',
      says: 'Two people, one holds the ladder; tied off; no metal ladder near lines; not in wind or wet. Power off before a cable is touched.',
      deviceNames: names(gear.filter(isUpThere)),
    },
    {
      about: 'Mast or roof',
      says: 'Bonding, surge protection and the fixing itself follow the local code and belong to licensed people. No work there in a thunderstorm, or when one is forecast.',
      deviceNames: names(gear.filter(({ place }) => HIGH.test(place))),
    },
    {
      about: 'Outdoors',
      says: 'Drip loops, rated enclosures and cable for outdoors; whether an arrester is needed, and where it is bonded, is for the local code to say.',
      deviceNames: names(outside),
    },
    {
      about: 'Injector',
      says: 'Indoors or in a rated enclosure, where it stays dry; data in and power out are not to be changed over.',
      deviceNames: names(gear.filter(({ powerSource }) => powerSource === 'injector')),
    },
    {
      about: 'Mains',
      says: 'Adapters into wall sockets of one installation alone, never into extension leads. Work on the wiring belongs to a licensed electrician.',
      deviceNames: names(onMains(site)),
    },
    {
      about: 'Radar channels',
      says: 'These radios have to listen for radar first, and leave the channel when they hear it: some minutes of silence are lawful, and switching that off is not.',
      deviceNames: radios(site, gear, (device, band, channel) =>
        channel === null ? false : (allowanceOf(regionOf(site.country), band, channel)?.radar ?? false),
      ),
    },
    ...exposure(site, gear),
  ]
  return [
    ...all.filter(({ deviceNames }) => deviceNames.length > 0),
    {
      about: 'Radio rules',
      says:
        site.country === null
          ? 'No country is set. Country setting, channel, power and radar channels are law and differ by country.'
          : `Set for ${site.country}. Country setting, channel, power and radar channels are law and differ by country: do not change them without knowing yours.`,
      deviceNames: [],
    },
    {
      about: 'While it works',
      says: 'Do not cut power or pull a cable while a device is loading an image or being configured.',
      deviceNames: [],
    },
  ]
}

const names = (devices: readonly Device[]): string[] => devices.map(({ name }) => name)

function onMains(site: Site): Device[] {
  const ends = new Set(
    site.links.filter(({ category }) => category === 'mains').flatMap(({ a, b }) => [a.deviceId, b.deviceId]),
  )
  return site.devices.filter(({ id }) => ends.has(id))
}

const radios = (
  site: Site,
  gear: readonly Device[],
  is: (device: Device, band: Band, channel: number | null) => boolean,
): string[] =>
  gear.flatMap((device) =>
    device.radios
      .filter(({ enabled, band, channel }) => enabled && is(device, band, channel))
      .map(({ band, channel }) => `${device.name} (${band} GHz, channel ${channel ?? 'chosen by itself'})`),
  )

/** How far to keep from the strongest radio of each device; what is nearer than a hand is not said. */
function exposure(site: Site, gear: readonly Device[]): Caution[] {
  const near = gear.flatMap((device) => {
    const { position } = device
    if (!position || !(kindOf(device).offersSsids !== 'never' || device.air)) return []
    const eirps = device.radios
      .filter(({ enabled }) => enabled)
      .map((radio) => plannedRadio(site, device, position, radio).eirpDbm)
    if (eirps.length === 0) return []
    const distance = exposureDistance(Math.max(...eirps), site.ground.exposureLimitWPerM2)
    return distance.value >= LEAST_SAID_M ? [`${device.name} (${distance.value.toFixed(2)} m)`] : []
  })
  return [
    {
      about: 'Near the antennas',
      says: `Keep the distance that the local limit asks for. Reckoned at ${site.ground.exposureLimitWPerM2} W/m² in the beam, far field, one radio at a time (ITU-R P.525-4): a caution, and no proof of compliance.`,
      deviceNames: near,
    },
  ]
}

const LEAST_SAID_M = 0.05
