import type { Path, Problem } from '../outcome'
import { COLLECTIONS } from './types'
import type { LinkEnd, Site, Ssid } from './types'

/**
 * What must hold between records for the plan to make sense at all: unique ids, references that lead somewhere,
 * ports that exist, one cable per port. Mistakes an installer could really make are findings, not problems.
 */
export function integrityProblems(site: Site): Problem[] {
  return [
    ...duplicateIds(site),
    ...danglingReferences(site),
    ...ports(site),
    ...cables(site),
    ...ssidNames(site),
    ...vlanIds(site),
  ]
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

function danglingReferences(site: Site): Problem[] {
  const ids = (records: { id: string }[]) => new Set(records.map(({ id }) => id))
  const networks = ids(site.networks)
  const devices = ids(site.devices)
  const profiles = ids(site.profiles)
  const types = ids(site.deviceTypes)
  const problems: Problem[] = []
  const need = (known: Set<string>, id: string | null, path: Path, noun: string) => {
    if (id !== null && !known.has(id))
      problems.push(
        problem(path, 'reference.unknown', `There is no ${noun} with the id “${id}” in this site.`),
      )
  }
  site.networks.forEach((network, i) => {
    need(devices, network.routedBy, ['networks', i, 'routedBy'], 'device')
    need(devices, network.servedBy, ['networks', i, 'servedBy'], 'device')
  })
  site.ssids.forEach((ssid, i) => {
    need(networks, ssid.networkId, ['ssids', i, 'networkId'], 'network')
    need(profiles, ssid.profileId, ['ssids', i, 'profileId'], 'security profile')
    ssid.accessPointIds?.forEach((id, j) => need(devices, id, ['ssids', i, 'accessPointIds', j], 'device'))
  })
  site.devices.forEach((device, i) => {
    need(types, device.typeId, ['devices', i, 'typeId'], 'device type')
    need(networks, device.management.networkId, ['devices', i, 'management', 'networkId'], 'network')
    need(devices, device.controllerId, ['devices', i, 'controllerId'], 'device')
  })
  site.rules.forEach((rule, i) => {
    need(networks, rule.fromNetworkId, ['rules', i, 'fromNetworkId'], 'network')
    if (typeof rule.to === 'object')
      need(networks, rule.to.networkId, ['rules', i, 'to', 'networkId'], 'network')
  })
  site.links.forEach((link, i) => {
    for (const end of ['a', 'b'] as const)
      need(devices, link[end].deviceId, ['links', i, end, 'deviceId'], 'device')
  })
  return problems
}

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
    const both = device.ports.flatMap((port, j) =>
      port.nativeVlan !== null && port.taggedVlans.includes(port.nativeVlan)
        ? [
            problem(
              ['devices', i, 'ports', j, 'taggedVlans'],
              'port.nativeTagged',
              `VLAN ${port.nativeVlan} is native and tagged on ${device.name} port ${port.number}. It can be one or the other.`,
            ),
          ]
        : [],
    )
    const uplink =
      device.uplink && !numbers.includes(device.uplink.port)
        ? [
            problem(
              ['devices', i, 'uplink', 'port'],
              'port.unknown',
              `${device.name} has no port ${device.uplink.port}. It has ${portRange(numbers)}.`,
            ),
          ]
        : []
    return [...twice, ...both, ...uplink]
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
          'A cable needs two different devices; both ends are in the same one.',
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
  const device = site.devices.find(({ id }) => id === end.deviceId)
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
