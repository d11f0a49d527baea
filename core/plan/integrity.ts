import type { Path, Problem } from '../lib/outcome'
import { backhaulProblems } from './backhaulIntegrity'
import { cartonProblems } from './cartonIntegrity'
import { groundProblems } from './groundIntegrity'
import { aimKey } from './aims'
import { deviceOf } from './lookups'
import { kindOf } from './kinds'
import { foreignParts } from './parts'
import { namedIn } from './referenceWalk'
import { COLLECTIONS } from './types'
import type { Collection, Id, LinkEnd, Site, Ssid } from './types'

/**
 * What must hold between records for the plan to make sense at all: unique ids, references that lead somewhere,
 * ports that exist, one cable per port. Mistakes an installer could really make are findings, not problems.
 */
export function integrityProblems(site: Site): readonly Problem[] {
  const made = known.get(site) ?? allProblems(site)
  known.set(site, made)
  return made
}

/** A site is a value: what it lacks is worked out once, and an edit starts from what is known of the plan before it. */
const known = new WeakMap<Site, readonly Problem[]>()

function allProblems(site: Site): Problem[] {
  return [
    ...duplicateIds(site),
    ...danglingReferences(site),
    ...partsOfOthers(site),
    ...ports(site),
    ...cables(site),
    ...ssidNames(site),
    ...vlanIds(site),
    ...airUplinks(site),
    ...requirementsTwice(site),
    ...cartonProblems(site),
    ...groundProblems(site),
    ...backhaulProblems(site),
  ]
}

/** A device cannot have its uplink to itself, nor on one that has its uplink to it. */
function airUplinks(site: Site): Problem[] {
  const parent = new Map(site.devices.flatMap(({ id, air }) => (air ? [[id, air.deviceId] as const] : [])))
  return site.devices.flatMap((device, i) => {
    const seen = new Set([device.id])
    let at = parent.get(device.id)
    while (at !== undefined && !seen.has(at)) {
      seen.add(at)
      at = parent.get(at)
    }
    if (at !== device.id) return []
    return [
      problem(
        ['devices', i, 'air', 'deviceId'],
        'air.circle',
        `${device.name} has its radio uplink to a device that in the end has its uplink to ${device.name} again. One of them needs a cable.`,
      ),
    ]
  })
}

function requirementsTwice(site: Site): Problem[] {
  const seen = new Set<string>()
  return site.requirements.flatMap(({ fromNetworkId, to }, i) => {
    const key = `${fromNetworkId} ${aimKey(to)}`
    if (!seen.has(key)) {
      seen.add(key)
      return []
    }
    return [
      problem(
        ['requirements', i],
        'requirement.twice',
        'This requirement is in the list twice. Keep one of the two.',
      ),
    ]
  })
}

/** What a change newly breaks: problems that were there before are not its fault. */
export function freshProblems(before: Site, after: Site): Problem[] {
  const known = new Set(integrityProblems(before).map(({ message }) => message))
  return integrityProblems(after).filter(({ message }) => !known.has(message))
}

const problem = (path: Path, code: string, message: string): Problem => ({ path, code, message })

function duplicateIds(site: Site): Problem[] {
  return COLLECTIONS.flatMap((collection) => {
    const seen = new Set<string>()
    return site[collection].flatMap((record, index) => {
      if (seen.has(record.id))
        return [
          problem(
            [collection, index, 'id'],
            'id.twice',
            `The id “${record.id}” is used twice in ${collection}.`,
          ),
        ]
      seen.add(record.id)
      return []
    })
  })
}

const NOUN: Record<Collection, string> = {
  networks: 'network',
  profiles: 'security profile',
  ssids: 'SSID',
  deviceTypes: 'device type',
  devices: 'device',
  links: 'cable',
  rules: 'rule',
  forwards: 'forward',
  groups: 'group',
  areas: 'area',
  requirements: 'requirement',
  levels: 'level',
  buildings: 'building',
  walls: 'wall',
  obstacles: 'obstacle',
  keepOuts: 'keep-out',
  risers: 'riser',
  cableRoutes: 'cable route',
  underlays: 'underlay',
  antennas: 'antenna',
  neighbours: 'neighbour',
  parts: 'part',
}

function danglingReferences(site: Site): Problem[] {
  const ids = Object.fromEntries(
    COLLECTIONS.map((collection) => [collection, new Set(site[collection].map(({ id }) => id))]),
  ) as unknown as Record<Collection, ReadonlySet<Id>>
  return COLLECTIONS.flatMap((collection) =>
    site[collection].flatMap((record, i) =>
      namedIn(collection, record)
        .filter(({ to, id }) => !ids[to].has(id))
        .map(({ to, id, path }) =>
          problem(
            [collection, i, ...path],
            'reference.unknown',
            `There is no ${NOUN[to]} with the id “${id}” in this site.`,
          ),
        ),
    ),
  )
}

/** A switch has no licences: a part that a kind cannot have would be read by nobody. */
const partsOfOthers = (site: Site): Problem[] =>
  site.devices.flatMap((device, i) =>
    foreignParts(device).map((part) =>
      problem(
        ['devices', i, part],
        'part.foreign',
        `${device.name} is a ${kindOf(device).noun}, which has no part “${part}”. Leave it out, or give the device another kind.`,
      ),
    ),
  )

function ports(site: Site): Problem[] {
  return site.devices.flatMap((device, i) => {
    const numbers = device.ports.map(({ number }) => number)
    const twice = numbers.flatMap((number, j) =>
      numbers.indexOf(number) === j
        ? []
        : [
            problem(
              ['devices', i, 'ports', j, 'number'],
              'port.twice',
              `Port ${number} of ${device.name} is listed twice.`,
            ),
          ],
    )
    const wan = device.router?.uplink
    const uplink =
      wan && !numbers.includes(wan.port)
        ? [
            problem(
              ['devices', i, 'router', 'uplink', 'port'],
              'port.unknown',
              `${device.name} has no port ${wan.port}. It has ${portRange(numbers)}.`,
            ),
          ]
        : []
    return [...twice, ...uplink]
  })
}

export const portRange = (numbers: number[]): string =>
  numbers.length === 0 ? 'no ports' : `ports ${Math.min(...numbers)} to ${Math.max(...numbers)}`

function cables(site: Site): Problem[] {
  const taken = new Map<string, number>()
  return site.links.flatMap((link, i) => {
    if (link.a.deviceId === link.b.deviceId)
      return [
        problem(
          ['links', i],
          'cable.self',
          `Both ends of this cable are in ${site.devices.find(({ id }) => id === link.a.deviceId)?.name ?? link.a.deviceId} (ports ${link.a.port} and ${link.b.port}). A cable needs two different devices.`,
        ),
      ]
    return (['a', 'b'] as const).flatMap((side) =>
      endProblems(site, link[side], ['links', i, side], i, taken),
    )
  })
}

function endProblems(
  site: Site,
  end: LinkEnd,
  path: Path,
  index: number,
  taken: Map<string, number>,
): Problem[] {
  const device = deviceOf(site, end.deviceId)
  if (!device) return []
  const numbers = device.ports.map(({ number }) => number)
  if (!numbers.includes(end.port))
    return [
      problem(
        [...path, 'port'],
        'port.unknown',
        `${device.name} has no port ${end.port}. It has ${portRange(numbers)}.`,
      ),
    ]
  const key = `${end.deviceId}/${end.port}`
  if (taken.has(key))
    return [
      problem(
        [...path, 'port'],
        'cable.twice',
        `${device.name} port ${end.port} has a cable already. Unplug that one first, or choose a free port.`,
      ),
    ]
  taken.set(key, index)
  return []
}

function ssidNames(site: Site): Problem[] {
  return site.ssids.flatMap((ssid, i) => {
    const twin = site.ssids.slice(0, i).find((other) => sameOnAir(other, ssid))
    if (!twin) return []
    const network = site.networks.find(({ id }) => id === ssid.networkId)
    return [
      problem(
        ['ssids', i, 'name'],
        'ssid.twice',
        `“${ssid.name}” is on ${network?.name ?? 'that network'} already. Use the one that is there, or give this one another name.`,
      ),
    ]
  })
}

/** One name on one network twice, offered by at least one access point in common. */
function sameOnAir(one: Ssid, other: Ssid): boolean {
  if (one.networkId === null || one.networkId !== other.networkId || one.name !== other.name) return false
  if (one.accessPointIds === null || other.accessPointIds === null) return true
  return one.accessPointIds.some((id) => other.accessPointIds?.includes(id))
}

function vlanIds(site: Site): Problem[] {
  return site.networks.flatMap((network, i) => {
    const first = site.networks.findIndex(({ vlanId }) => vlanId === network.vlanId)
    if (first === i) return []
    return [
      problem(
        ['networks', i, 'vlanId'],
        'vlan.twice',
        `VLAN ${network.vlanId} belongs to ${site.networks[first]?.name} already. Each network needs an id of its own.`,
      ),
    ]
  })
}
