import { deviceOf, ssidsOn } from '../../plan'
import type { Device, Group, Id, Network, Site, Ssid } from '../../plan'
import type { Configuration } from './types'

/** A device's share of a plan: what somebody types into it, or its controller sends it. Null where the plan has no such device. */
export function configurationOf(site: Site, deviceId: Id): Configuration | null {
  const device = deviceOf(site, deviceId)
  if (!device) return null
  const ssids = ssidsOn(site, device).map((ssid) => ownSsid(ssid, deviceId))
  const groups = ownGroups(site, deviceId)
  const routes = site.networks.some(({ routedBy }) => routedBy === deviceId)
  const profileIds = new Set([
    ...ssids.map(({ profileId }) => profileId),
    device.air?.near?.profileId ?? null,
    device.air?.far?.profileId ?? null,
  ])
  return {
    device,
    networks: site.networks
      .filter((network) => knows(device, ssids, groups, network))
      .map((network) => ownNetwork(network, deviceId)),
    ssids,
    profiles: site.profiles.filter(({ id }) => profileIds.has(id)),
    groups,
    rules: routes ? site.rules : [],
    forwards: site.forwards.filter(({ routerId }) => routerId === deviceId),
  }
}

function knows(device: Device, ssids: Ssid[], groups: Group[], { id, routedBy, servedBy }: Network): boolean {
  return (
    routedBy === device.id ||
    servedBy === device.id ||
    device.management.networkId === id ||
    device.controller?.stagingNetworkId === id ||
    ssids.some(({ networkId }) => networkId === id) ||
    groups.some(({ jacks }) => jacks.some(({ networkId }) => networkId === id))
  )
}

/** A network as one device knows it. The router has its gateway and whether it translates, the server its pool and what it tells. */
function ownNetwork(network: Network, deviceId: Id): Network {
  const { routedBy, servedBy, relayed } = network
  const routes = routedBy === deviceId
  const serves = servedBy === deviceId
  return {
    ...network,
    gateway: routes || serves ? network.gateway : null,
    pool: serves ? network.pool : null,
    nameServers: serves ? network.nameServers : [],
    routedBy: routes ? routedBy : null,
    // A relay knows whom it asks.
    servedBy: serves || (routes && relayed) ? servedBy : null,
    translated: routes ? network.translated : true,
    relayed: routes ? relayed : false,
    announcedControllerId: serves ? network.announcedControllerId : null,
    announcedBy: serves ? network.announcedBy : '138',
  }
}

const ownSsid = (ssid: Ssid, deviceId: Id): Ssid => ({ ...ssid, accessPointIds: [deviceId], groupIds: null })

const ownGroups = (site: Site, deviceId: Id): Group[] =>
  site.groups
    .filter(({ accessPointIds, jacks }) => jacks.length > 0 && accessPointIds.includes(deviceId))
    .map((group) => ({ ...group, accessPointIds: [deviceId] }))
