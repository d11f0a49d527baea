import { grouped } from '../../lib/grouped'
import { plural } from '../../lib/plural'
import { poeClassFigures } from '../../network/power'
import { accessPoints, controllers, kindOf, neighbourAt, roleOf, typeOf } from '../../plan'
import type { Antenna, Device, DeviceType, Site } from '../../plan'
import { isOutdoors } from '../../radio/coverage'
import { byRule, oneEach } from './count'
import type { Need } from './types'

/** What the installer brings: the people's own computers and tills are there, or come by themselves. */
export const broughtGear = (site: Site): Device[] => site.devices.filter(({ station }) => station === null)

const holds = (type: DeviceType | undefined, what: RegExp): boolean =>
  type?.inCarton.some((line) => what.test(line)) ?? false

const SUPPLY = /supply|mains lead|power adapter/i
const INJECTOR = /injector/i
const MOUNT = /bracket|mount|clamp/i
const OUTDOOR_MOUNT = /clamp|mast|pole/i
const FIXINGS = /screw|plug/i

/** The gear itself, one line for each type. */
export const gearNeeds = (site: Site): Need[] =>
  [...grouped(broughtGear(site), ({ typeId, kind }) => typeId ?? `no type, ${kind}`)].flatMap(
    ([key, list]) => {
      const [first] = list
      if (!first) return []
      const type = typeOf(site, first)
      const noun = kindOf(first).noun
      return [
        oneEach(
          {
            key: `gear ${key}`,
            group: 'gear',
            name: type?.name ?? `${noun[0]?.toUpperCase() ?? ''}${noun.slice(1)} of no type`,
            note: type
              ? first.modem
                ? 'Usually the provider’s own.'
                : ''
              : 'What lies in its carton is not known: give it a type on Ports.',
          },
          list,
        ),
      ]
    },
  )

/** What feeds each device that is not fed by a port: a supply or an injector, from its carton or bought. */
export function powerNeeds(site: Site): Need[] {
  const gear = broughtGear(site)
  const bySupply = gear.filter(({ powerSource }) => powerSource === 'supply')
  const byInjector = gear.filter(
    (device) => device.powerSource === 'injector' && !injectorBefore(site, device),
  )
  return [
    ...[...grouped(bySupply, ({ typeId }) => typeId ?? 'no type')].map(([key, list]) => {
      const type = list[0] && typeOf(site, list[0])
      return oneEach(
        {
          key: `supply ${key}`,
          group: 'power',
          name: `Supply for ${type?.name ?? 'gear of no type'}`,
          inCartons: holds(type, SUPPLY) ? list.length : 0,
          note: holds(type, SUPPLY) ? 'In its carton.' : 'No carton of it holds one.',
        },
        list,
        'The plan, and the device type’s carton',
      )
    }),
    ...[...grouped(byInjector, (device) => injectorFor(site, device))].map(([standard, list]) =>
      oneEach(
        {
          key: `injector ${standard}`,
          group: 'power',
          name: standard === '' ? 'Injector, class not known' : `Injector ${standard}`,
          inCartons: list.filter((device) => holds(typeOf(site, device), INJECTOR)).length,
          note: 'Data in, power out. Indoors, or in a rated enclosure.',
        },
        list,
        'IEEE 802.3-2022 tables 33-7 and 145-11: the least standard that serves the device’s class (from memory)',
      ),
    ),
  ]
}

/** Whether an injector that stands in the plan feeds it: that one is counted with the gear. */
const injectorBefore = (site: Site, { id, ports }: Device): boolean =>
  ports.some(({ number }) => {
    const neighbour = neighbourAt(site, { deviceId: id, port: number })
    return neighbour !== undefined && kindOf(neighbour.device).injects
  })

const injectorFor = (site: Site, device: Device): string => {
  const poeClass = typeOf(site, device)?.poeClass ?? null
  return poeClass === null ? '' : poeClassFigures(poeClass).standard
}

/** Whether it stands under the open sky: there are buildings on the plan, and none of them has it. */
export const isOutside = (site: Site, device: Device): boolean =>
  device.position !== null && site.buildings.length > 0 && isOutdoors(site, device.position.at)

/** Gear that hangs somewhere rather than stands on a shelf. */
export const hangs = (device: Device): boolean =>
  kindOf(device).offersSsids === 'always' || device.air !== null || roleOf(device) === 'bridgeEnd'

/** Brackets and clamps with what holds them; a ceiling bracket holds nothing on a mast. */
export function mountNeeds(site: Site): Need[] {
  const hung = broughtGear(site).filter(hangs)
  const outside = hung.filter((device) => isOutside(site, device))
  const inside = hung.filter((device) => !outside.includes(device))
  const bare = hung.filter((device) => !holds(typeOf(site, device), FIXINGS) || outside.includes(device))
  const held = (list: readonly Device[], what: RegExp) =>
    list.filter((device) => holds(typeOf(site, device), what)).length
  return [
    ...(inside.length > 0
      ? [
          oneEach(
            {
              key: 'mount indoors',
              group: 'mounting',
              name: 'Bracket, ceiling or wall',
              inCartons: held(inside, MOUNT),
            },
            inside,
          ),
        ]
      : []),
    ...(outside.length > 0
      ? [
          oneEach(
            {
              key: 'mount outdoors',
              group: 'mounting',
              name: 'Mount for a mast or an outside wall',
              inCartons: held(outside, OUTDOOR_MOUNT),
            },
            outside,
          ),
        ]
      : []),
    ...(bare.length > 0
      ? [
          oneEach(
            { key: 'fixings', group: 'mounting', name: 'Screws and plugs for the wall there is, a set' },
            bare,
            'Common practice, no source',
          ),
        ]
      : []),
    ...antennaNeeds(site, hung),
  ]
}

/** Antennas that do not come with the device: those of types with connectors, and those that the type's own radios do not have. */
function antennaNeeds(site: Site, hung: readonly Device[]): Need[] {
  const planned = hung.flatMap((device) => {
    const antenna = site.antennas.find(({ id }) => id === device.position?.antennaId)
    const type = typeOf(site, device)
    return antenna && !isBuiltIn(type, antenna) ? [{ device, type, antenna }] : []
  })
  return [...grouped(planned, ({ antenna }) => antenna.id)].flatMap(([id, list]) => {
    const [first] = list
    if (!first) return []
    const each = list.map(({ device, type, antenna }) => ({
      name: device.name,
      value: `${antenna.kind === 'dipole' ? Math.max(1, ...(type?.radios ?? []).map(({ streams }) => streams)) : 1}`,
    }))
    const connector = first.type?.connector ? `, ${first.type.connector}` : ''
    return [
      byRule(
        {
          key: `antenna ${id}`,
          group: 'mounting',
          name: `Antenna ${first.antenna.name}${connector}`,
          count: each.reduce((sum, { value }) => sum + Number(value), 0),
          deviceIds: list.map(({ device }) => device.id),
          note: list.some(({ type }) => type?.antennas === 'builtIn')
            ? 'The type says that its antennas are built in: check that it takes one.'
            : '',
        },
        'one for each, of dipoles one for each stream',
        each,
      ),
    ]
  })
}

const isBuiltIn = (type: DeviceType | undefined, { gainDbi }: Antenna): boolean =>
  type?.antennas === 'builtIn' && type.radios.some(({ antennaGainDbi }) => antennaGainDbi === gainDbi)

/** What a controller manages beyond what it manages free. */
export const licenceNeeds = (site: Site): Need[] =>
  controllers(site).flatMap((controller) => {
    const members = accessPoints(site).filter(
      (device) =>
        device.adoption?.controllerId === controller.id && typeOf(site, device)?.needsLicence === true,
    )
    const free = typeOf(site, controller)?.managesFree ?? 0
    const count = Math.max(0, members.length - free)
    if (count === 0) return []
    return [
      byRule(
        {
          key: `licence ${controller.id}`,
          group: 'licences',
          name: `Licence for an access point on ${controller.name}`,
          count,
          deviceIds: members.map(({ id }) => id),
        },
        'access points that need one − managed free',
        [
          { name: 'need one', value: String(members.length) },
          { name: 'managed free', value: plural(free, 'access point') },
        ],
        'The device types',
      ),
    ]
  })
