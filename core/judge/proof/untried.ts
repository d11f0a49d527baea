import { classify, isMember, managementVlan } from '../../network/layer2'
import type { Fabric, FabricPort } from '../../network/layer2'
import { deviceOf } from '../../plan'
import type { Id, Network, Site, VlanId } from '../../plan'

/** A network on a cable or a radio link, which no stop tries. */
export interface Untried {
  networkId: Id
  /** Both ends. */
  deviceIds: [Id, Id]
  /** The device that shows it by answering over it, with its page or to a ping; null: none does. */
  pageOf: Id | null
}

const keyOf = (deviceId: Id, { key }: FabricPort, vid: VlanId): string => `${deviceId} ${key} ${vid}`

/** Whether a frame of a VLAN that leaves by a port is taken in at the other end. Source: IEEE 802.1Q-2022 sections 6.9 and 8.6.2. */
function isTaken(out: FabricPort, into: FabricPort, vid: VlanId): boolean {
  if (!isMember(out.membership, vid)) return false
  return classify(into.membership, out.membership.pvid === vid ? null : vid).ok
}

/**
 * What is carried and not among the crossings that the stops try ("device port VLAN", from either end). Cables of unmanaged switches are
 * left out: they sort nothing.
 */
export function untriedPairs(site: Site, fabric: Fabric, tried: ReadonlySet<string>): Untried[] {
  const networks = new Map<VlanId, Network>(site.networks.map((network) => [network.vlanId, network]))
  const result: Untried[] = []
  for (const [id, node] of fabric.nodes)
    for (const port of node.ports.values()) {
      const far = port.peer && fabric.nodes.get(port.peer.deviceId)
      const into = port.peer && far?.ports.get(port.peer.key)
      if (!far || !into || node.behaviour === 'transparent' || far.behaviour === 'transparent') continue
      // Each cable once, from the end that comes first.
      if (node.serial > far.serial) continue
      for (const [vid, network] of networks) {
        if (!isTaken(port, into, vid) || !isTaken(into, port, vid)) continue
        if (tried.has(keyOf(id, port, vid)) || tried.has(keyOf(far.device.id, into, vid))) continue
        result.push({
          networkId: network.id,
          deviceIds: [id, far.device.id],
          pageOf: [far.device.id, id].find((one) => isManagedIn(site, one, network)) ?? null,
        })
      }
    }
  return result
}

/** Its page is in that network, and it is no router of it: frames to its page pass the cable. */
function isManagedIn(site: Site, id: Id, network: Network): boolean {
  const device = deviceOf(site, id)
  if (!device || device.management.addressing === 'none' || network.routedBy === id) return false
  return device.management.networkId === network.id || managementVlan(device) === network.vlanId
}

/** A client answers a ping, and has no page of its own. */
const hasPage = (site: Site, id: Id): boolean => deviceOf(site, id)?.kind !== 'station'

/** "Gear between Switch and AP 1: open the page of AP 1 from Gear". */
export function untriedWord(site: Site, { networkId, deviceIds, pageOf }: Untried): string {
  const name = (id: Id) => deviceOf(site, id)?.name ?? id
  const network = site.networks.find(({ id }) => id === networkId)?.name ?? networkId
  const how =
    pageOf === null
      ? 'look in the tables of both ends'
      : `${hasPage(site, pageOf) ? 'open the page of' : 'ping'} ${name(pageOf)} from ${network}`
  return `${network} between ${deviceIds.map(name).join(' and ')}: ${how}.`
}
