import type { Device, Id, Link, Site } from '../../plan/types'
import type { Place, PortKey } from './keys'
import type { Membership } from './membership'

/** Ports that belong together: a router's uplink is not part of its switch, and a socket may lead nowhere. */
export type PortGroup = 'lan' | 'uplink' | 'apart'

export interface FabricPort {
  /** The `placeKey` of this port. */
  id: string
  key: PortKey
  group: PortGroup
  membership: Membership
  /** Where the cable or the radio link leads, if there is one and it is alive. */
  peer: (Place & { link: Link | null; serial: number }) | null
  /** Its own number among all ports of the fabric: what is walked often is marked by it. */
  serial: number
}

/**
 * aware: sorts frames by VLAN · transparent: passes frames as they come · host: keeps what reaches it.
 */
export type Behaviour = 'aware' | 'transparent' | 'host'

export interface FabricNode {
  device: Device
  /** What it was made of; two nodes of the same parts are alike but for their cables. */
  parts: NodeParts
  behaviour: Behaviour
  ports: Map<PortKey, FabricPort>
  /** Its own number among the nodes of the fabric. */
  serial: number
}

export interface NodeParts {
  behaviour: Behaviour
  ports: Pick<FabricPort, 'id' | 'key' | 'group' | 'membership'>[]
}

export interface Fabric {
  site: Site
  nodes: Map<Id, FabricNode>
  /** Why a device that is not there is dark, where it is known. */
  whyDark: (id: Id) => string | null
  /** Radio uplinks that carry nothing, by the device that has them, and why in a sentence. */
  silentAir: Map<Id, string>
  /** Cables that carry nothing. */
  deadLinks: ReadonlySet<Id>
  /** Tunnels that are down, by the access point elsewhere, and why in a sentence. */
  silentTunnels: Map<Id, string>
}
