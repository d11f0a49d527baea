import type { Device, Id, Link, Site } from '../../plan/types'
import type { PortKey } from './keys'
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
  peer: { deviceId: Id; key: PortKey; link: Link | null; node: FabricNode; port: FabricPort } | null
  /** Its own number among all ports of the fabric: what is walked often is marked by it. */
  serial: number
}

/**
 * aware: sorts frames by VLAN · transparent: passes frames as they come · host: keeps what reaches it.
 */
export type Behaviour = 'aware' | 'transparent' | 'host'

export interface FabricNode {
  device: Device
  behaviour: Behaviour
  ports: Map<PortKey, FabricPort>
  /** Its own number among the nodes of the fabric. */
  serial: number
}

export interface Fabric {
  site: Site
  nodes: Map<Id, FabricNode>
  /** Why a device that is not there is dark, where it is known. */
  whyDark: (id: Id) => string | null
  /** Radio uplinks that carry nothing, by the device that has them, and why in a sentence. */
  silentAir: Map<Id, string>
  /** Tunnels that are down, by the access point elsewhere, and why in a sentence. */
  silentTunnels: Map<Id, string>
}
