import { aimNetworkId, aimRouterId, isInnerRouter } from '../../../plan'
import type { Device, Id, Network, Port, Rule, SecurityProfile, Site } from '../../../plan'
import { configurationOf } from '../../../world'
import type { Configuration } from '../../../world'
import { identityOf } from './networkCopies'

/**
 * One thing of a device that can be changed by itself, with the networks and keys that are typed in with it. `page`: on the device's
 * page · `hands`: at the device itself.
 */
export interface Part {
  value: unknown
  networks: readonly Network[]
  profiles: readonly SecurityProfile[]
  by: 'page' | 'hands'
}

/** What a device holds, unit by unit: `native:3`, `vlans:3`, `address`, `ssid:…` and so on. */
export type Parts = ReadonlyMap<string, Part>

/** Whole parts of a device, by the unit that each is. */
const WHOLE = {
  server: 'strayServer',
  mesh: 'mesh',
  uplink: 'air',
  cluster: 'cluster',
  radius: 'radius',
  adoption: 'adoption',
  router: 'router',
  modem: 'modem',
  remote: 'remote',
  firmware: 'firmware',
  login: 'defaultLogin',
} as const satisfies Record<string, keyof Device>

export type WholeUnit = keyof typeof WHOLE
export const WHOLE_UNITS = Object.entries(WHOLE) as [WholeUnit, (typeof WHOLE)[WholeUnit]][]

/** A configuration as units. With `configurationFrom` it is itself again, but for the far ends of bridges, which are typed in over there. */
function ownUnits(configuration: Configuration): Map<string, Part> {
  const { device } = configuration
  const parts = new Map<string, Part>()
  const networksOf = (...ids: (Id | null)[]): Network[] =>
    configuration.networks.filter(({ id }) => ids.includes(id)).map(identityOf)
  const add = (unit: string, value: unknown, more: Partial<Part> = {}): void => {
    parts.set(unit, { value, networks: [], profiles: [], by: 'page', ...more })
  }
  for (const port of device.ports) for (const [unit, value] of portUnits(port)) add(unit, value)
  add('address', device.management, { networks: networksOf(device.management.networkId) })
  for (const network of configuration.networks) addNetwork(add, network, device.id)
  for (const ssid of configuration.ssids)
    add(`ssid:${ssid.id}`, ssid, {
      networks: networksOf(ssid.networkId),
      profiles: configuration.profiles.filter(({ id }) => id === ssid.profileId),
    })
  for (const radio of device.radios) add(`radio:${radio.band}`, radio)
  const rules = rulesOf(configuration)
  for (const rule of rules) add(`rule:${rule.id}`, rule)
  if (rules.length > 0)
    add(
      'ruleOrder',
      rules.map(({ id }) => id),
    )
  for (const forward of configuration.forwards) add(`forward:${forward.id}`, forward)
  for (const group of configuration.groups)
    add(`jacks:${group.id}`, group, {
      networks: networksOf(...group.jacks.map(({ networkId }) => networkId)),
    })
  if (device.controller)
    add('controller', device.controller, { networks: networksOf(device.controller.stagingNetworkId) })
  for (const [unit, field] of WHOLE_UNITS)
    add(unit, unit === 'uplink' ? nearOnly(device) : device[field], {
      profiles: unit === 'uplink' ? endProfiles(configuration) : [],
    })
  add('power', { powerSource: device.powerSource }, { by: 'hands' })
  add('place', { position: device.position, place: device.place }, { by: 'hands' })
  return parts
}

/** A router behind the router has rules about its own networks only; the others are typed in at the first. */
function rulesOf({ device, networks, rules }: Configuration): Rule[] {
  if (!isInnerRouter(device)) return rules
  const isOwn = (id: Id | null) =>
    id === null || networks.some((network) => network.id === id && network.routedBy === device.id)
  return rules.filter(
    ({ fromNetworkId, to }) =>
      isOwn(fromNetworkId) ||
      aimRouterId(to) === device.id ||
      (aimNetworkId(to) !== null && isOwn(aimNetworkId(to))),
  )
}

const nearOnly = ({ air }: Device): Device['air'] => (air?.way === 'bridge' ? { ...air, far: null } : air)

const endProfiles = ({ device: { air }, profiles }: Configuration): SecurityProfile[] =>
  profiles.filter(({ id }) => id === air?.near?.profileId)

/** All that is typed into one device: its own, and the far ends of the bridges that lead to it, as `far:` and who is at the other end. */
export function unitsOf(site: Site, deviceId: Id): Map<string, Part> | null {
  const configuration = configurationOf(site, deviceId)
  if (!configuration) return null
  const parts = ownUnits(configuration)
  for (const { id, air } of site.devices)
    if (air?.way === 'bridge' && air.deviceId === deviceId)
      parts.set(`far:${id}`, {
        value: air.far,
        networks: [],
        profiles: site.profiles.filter((profile) => profile.id === air.far?.profileId),
        by: 'page',
      })
  return parts
}

const portUnits = (port: Port): [string, unknown][] => [
  [`native:${port.number}`, port.nativeVlan],
  [
    `vlans:${port.number}`,
    {
      mode: port.mode,
      taggedVlans: port.taggedVlans,
      admit: port.admit,
      ingressFilter: port.ingressFilter,
    } satisfies PortVlans,
  ],
  [`poe:${port.number}`, port.poe],
  [`speed:${port.number}`, port.speedMbps],
]

export type PortVlans = Pick<Port, 'mode' | 'taggedVlans' | 'admit' | 'ingressFilter'>

/** What a router, and what an address server, knows of a network. */
function addNetwork(
  add: (unit: string, value: unknown, more?: Partial<Part>) => void,
  network: Network,
  deviceId: Id,
): void {
  const { gateway, relayed, servedBy, translated, pool, nameServers, announcedBy, announcedControllerId } =
    network
  const networks = [identityOf(network)]
  const routes = network.routedBy === deviceId
  const serves = servedBy === deviceId
  if (routes) {
    const interfaceOf: RouterInterface = {
      gateway,
      relayed,
      servedBy: serves ? null : servedBy,
      routedBy: deviceId,
    }
    add(`interface:${network.id}`, interfaceOf, { networks })
    add(`translation:${network.id}`, translated)
  }
  if (serves) {
    const service: Service = {
      gateway,
      servedBy,
      pool,
      nameServers,
      announcedBy,
      announcedControllerId,
    }
    add(`service:${network.id}`, service, { networks })
  }
}

export type RouterInterface = Pick<Network, 'gateway' | 'relayed' | 'servedBy' | 'routedBy'>
export type Service = Pick<
  Network,
  'gateway' | 'servedBy' | 'pool' | 'nameServers' | 'announcedBy' | 'announcedControllerId'
>
