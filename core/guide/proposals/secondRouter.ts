import {
  freeFixedAddress,
  distinctFixedAddresses,
  ipNumber,
  ipText,
  suggestNetwork,
  subnetOrNull,
} from '../../network/addressing'
import { bad, good } from '../../lib/outcome'
import type { Outcome } from '../../lib/outcome'
import {
  deviceOf,
  isHouseholdRouter,
  networkOf,
  NEW_ROUTER,
  plugEdits,
  portName,
  portSpecOf,
} from '../../plan'
import type { Device, Edit, Id, LinkEnd, Network, Site } from '../../plan'
import type { Proposal } from './types'

/** Two methods for a second router, each with what it costs. Common practice, no source. */
export type Method = 'lanToLan' | 'lanToWan'

export const METHOD_COST: Record<Method, { gives: string; costs: string }> = {
  lanToLan: {
    gives: 'One network: files and printers are shared, clients move from device to device by themselves.',
    costs: 'No wall between the two: whoever is on the second device is in the first network.',
  },
  lanToWan: {
    gives: 'An inner network of its own: the inner side reaches out, the outer cannot reach in.',
    costs:
      'Addresses are translated twice, so what comes from outside finds no way in; printers on the other side are not seen.',
  },
}

export interface SecondRouterAims {
  routerId: Id
  method: Method
  /** The network that the second router has its uplink to. */
  outerNetworkId: Id
  /** The socket it is plugged into. */
  at: LinkEnd
}

export interface Recipe extends Proposal {
  /** What the hands do, in order. */
  steps: string[]
}

/** The settings of the second router and its cable as a change, and the order in which to do it. */
export function secondRouterRecipe(site: Site, aims: SecondRouterAims): Outcome<Recipe> {
  const router = deviceOf(site, aims.routerId)
  const outer = networkOf(site, aims.outerNetworkId)
  if (!router || !isHouseholdRouter(router))
    return refuse('routerId', 'Choose a household router. There is none of that kind with this id.')
  if (!outer) return refuse('outerNetworkId', 'Choose the network it is connected to.')
  return aims.method === 'lanToLan'
    ? plain(site, router, outer, aims.at)
    : inner(site, router, outer, aims.at)
}

const refuse = (field: string, message: string): Outcome<never> =>
  bad({ path: [field], code: 'recipe', message })

/** The cable of the router: what is in its own sockets towards the site comes out, the new one goes in. */
function cable(site: Site, router: Device, ownPort: number, at: LinkEnd): Edit[] {
  const touches = (end: LinkEnd) =>
    (end.deviceId === at.deviceId && end.port === at.port) ||
    (end.deviceId === router.id && (end.port === ownPort || end.port === wanPort(site, router)))
  const out = site.links.filter(({ a, b }) => touches(a) || touches(b) || joins(router.id, at.deviceId, a, b))
  return plugEdits(
    site,
    at,
    { deviceId: router.id, port: ownPort },
    {
      id: out[0]?.id ?? `l-${router.id}`.slice(0, 40),
      alsoOut: out,
    },
  )
}

const joins = (one: Id, other: Id, a: LinkEnd, b: LinkEnd): boolean =>
  (a.deviceId === one && b.deviceId === other) || (a.deviceId === other && b.deviceId === one)

const wanPort = (site: Site, router: Device): number | undefined =>
  router.ports.find(({ number }) => portSpecOf(site, router, number)?.role === 'wan')?.number
const lanPort = (site: Site, router: Device): number | undefined =>
  router.ports.find(({ number }) => portSpecOf(site, router, number)?.role !== 'wan')?.number

function plain(site: Site, router: Device, outer: Network, at: LinkEnd): Outcome<Recipe> {
  const subnet = subnetOrNull(outer.subnet)
  const own = lanPort(site, router)
  const taken = [
    ...distinctFixedAddresses(site)
      .filter(({ device }) => device.id !== router.id)
      .map(({ ip }) => ip),
    outer.gateway ?? '',
  ]
  const ip = subnet && freeFixedAddress(subnet, outer, taken)
  if (!subnet || !ip || own === undefined)
    return refuse(
      'outerNetworkId',
      `${outer.name} has no address left outside its pool. Make the pool smaller first.`,
    )
  const record: Device = {
    ...router,
    router: { ...NEW_ROUTER, ...router.router, role: 'plainAp', uplink: null },
    strayServer: null,
    air: null,
    management: {
      networkId: outer.id,
      addressing: 'fixed',
      ip,
      prefixLength: subnet.prefixLength,
      gateway: outer.gateway,
    },
  }
  const socket = portName(site, { deviceId: router.id, port: own })
  return good({
    label: `${router.name} as a plain access point in ${outer.name}`,
    edits: [
      { op: 'put', collection: 'devices', record },
      ...released(site, router),
      ...cable(site, router, own, at),
    ],
    reasons: [
      {
        about: 'Address',
        says: `${ip}/${subnet.prefixLength}: in ${outer.subnet}, outside the pool, and nobody else’s.`,
      },
      { about: 'Cable', says: `${portName(site, at)} to ${socket}, LAN to LAN. The WAN socket stays empty.` },
    ],
    steps: [
      'Power only, no cable to the site. Reset it: pin, 5 to 10 s.',
      'Laptop by cable. New admin name and password.',
      'Switch its address server off.',
      `Its address: ${ip}, mask ${subnet.mask}, gateway ${outer.gateway ?? 'none'}. The mask must be the network’s own.`,
      'Same SSID and key as the first device, to the letter, or a second name on purpose. Another of channels 1, 6, 11.',
      'Save, and wait until it is back.',
      `Only now the cable: ${portName(site, at)} to ${socket}.`,
      `Ping ${outer.gateway ?? 'the gateway'}, then something outside.`,
    ],
  })
}

/** Networks that it routed or served are let go: it does neither any more. */
const released = (site: Site, router: Device): Edit[] =>
  site.networks
    .filter(({ routedBy, servedBy }) => routedBy === router.id || servedBy === router.id)
    .map((network): Edit => ({
      op: 'put',
      collection: 'networks',
      record: {
        ...network,
        routedBy: network.routedBy === router.id ? null : network.routedBy,
        servedBy: network.servedBy === router.id ? null : network.servedBy,
      },
    }))

function inner(site: Site, router: Device, outer: Network, at: LinkEnd): Outcome<Recipe> {
  const wan = wanPort(site, router)
  const outerSubnet = subnetOrNull(outer.subnet)
  if (wan === undefined || !outerSubnet) return refuse('routerId', `${router.name} has no WAN socket.`)
  const ip = besidePool(site, router, outer)
  if (ip === null)
    return refuse(
      'outerNetworkId',
      `${outer.name} has no address left outside its pool. Make the pool smaller first.`,
    )
  const network = ownNetwork(site, router)
  const record: Device = {
    ...router,
    strayServer: null,
    air: null,
    router: {
      ...NEW_ROUTER,
      ...router.router,
      role: 'innerRouter',
      uplink: {
        port: wan,
        addressing: 'fixed',
        ip,
        prefixLength: outerSubnet.prefixLength,
        gateway: outer.gateway,
      },
    },
    ports: router.ports.map((port) =>
      port.number === wan ? port : { ...port, mode: 'access', nativeVlan: network.vlanId, taggedVlans: [] },
    ),
    management: {
      networkId: network.id,
      addressing: 'fixed',
      ip: network.gateway,
      prefixLength: subnetOrNull(network.subnet)?.prefixLength ?? 24,
      gateway: network.gateway,
    },
  }
  const socket = portName(site, { deviceId: router.id, port: wan })
  return good({
    label: `${router.name} as a router behind ${outer.name}`,
    edits: [
      { op: 'put', collection: 'networks', record: network },
      { op: 'put', collection: 'devices', record },
      ...cable(site, router, wan, at),
    ],
    reasons: [
      {
        about: 'Inner network',
        says: `${network.subnet}, which overlaps no other network. It must differ from ${outer.subnet}.`,
      },
      {
        about: 'WAN address',
        says: `${ip}/${outerSubnet.prefixLength}: fixed, just outside the pool of ${outer.name}.`,
      },
      { about: 'Cable', says: `${portName(site, at)} to ${socket}, LAN to WAN.` },
    ],
    steps: [
      'Power only, no cable to the site. Reset it: pin, 5 to 10 s.',
      'Laptop by cable. New admin name and password.',
      `Inner network ${network.subnet}, own address ${network.gateway ?? ''}, address server on: ${network.pool?.start ?? ''} to ${network.pool?.end ?? ''}.`,
      `WAN: fixed ${ip}, mask ${outerSubnet.mask}, gateway ${outer.gateway ?? 'none'}, name server ${outer.nameServers[0] ?? 'none'}.`,
      'An SSID and a key of its own. Another of channels 1, 6, 11.',
      'Save, and wait until it is back.',
      `Only now the cable: ${portName(site, at)} to ${socket}.`,
      'From inside, ping its own address, the outer gateway, and something outside.',
    ],
  })
}

/** The network it has already, or a new one that clashes with none. */
function ownNetwork(site: Site, router: Device): Network {
  const known = site.networks.find(({ routedBy }) => routedBy === router.id)
  if (known) return { ...known, routedBy: router.id, servedBy: router.id, translated: true }
  const fresh = suggestNetwork(site, `net-${router.id}`.slice(0, 40))
  return {
    ...fresh,
    name: `Behind ${router.name}`,
    purpose: 'other',
    routedBy: router.id,
    servedBy: router.id,
  }
}

/** The free address nearest to the pool's end, or else the first free one outside it. */
function besidePool(site: Site, router: Device, outer: Network): string | null {
  const subnet = subnetOrNull(outer.subnet)
  if (!subnet) return null
  const taken = new Set([
    ...distinctFixedAddresses(site)
      .filter(({ device }) => device.id !== router.id)
      .map(({ ip }) => ip),
    outer.gateway ?? '',
  ])
  const after = outer.pool ? ipNumber(outer.pool.end) + 1 : subnet.lastUsable
  for (let value = after; value <= subnet.lastUsable; value++)
    if (!taken.has(ipText(value))) return ipText(value)
  return freeFixedAddress(subnet, outer, [...taken])
}
