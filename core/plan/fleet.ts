import type { Id, Ip } from './words'

/** What a controller runs on. builtIn: in a gateway or an access point that manages a few. */
export type ControllerForm = 'appliance' | 'virtual' | 'builtIn' | 'hosted'

/** The machine that a virtual controller is given. */
export interface Machine {
  vcpus: number
  memoryGb: number
  diskGb: number
}

/** What adopts access points. */
export interface ControllerPart {
  /** Licences held. */
  licences: number
  form: ControllerForm
  /** The address it names to access points that come from outside; null: its own. */
  publicIp: Ip | null
  /** A second interface for staging, in that network: there it names its inside address. */
  stagingNetworkId: Id | null
  /** Whether the tunnels of remote access points are encrypted, and whether it holds the licence for it. */
  encryptsTunnels: boolean
  encryptionLicence: boolean
  /** Hardware addresses that may join; null: any may. */
  allowList: string[] | null
  /** Where it gets its time: a name or an address; null: from nobody. */
  timeServer: string | null
  /** The name under which the site's name server knows it. */
  dnsName: string | null
  machine: Machine | null
  /** How many interfaces it was given at its first set-up, and whether that is decided for good. */
  interfaces: 1 | 3
  isSetUp: boolean
}

/** A member of a cluster without a controller, as it is typed in there; members may differ, and then it breaks. */
export interface ClusterPart {
  name: string
  passphrase: string | null
  /** The higher one is master. */
  priority: number
  /** One address for the whole cluster: at the master, and only where the master knows it. */
  sharedIp: Ip | null
}

/** An access point that stands elsewhere and comes in over the internet. */
export interface RemotePart {
  /** There and back to the controller, ms; null: not measured. */
  latencyMs: number | null
  /** An SSID of the house that it carries besides; empty: none. */
  householdSsid: string
  /** Users there cannot open its page. */
  isPageLocked: boolean
}

/** How a device joins a controller. */
export interface Adoption {
  /** The controller it is meant to join. */
  controllerId: Id | null
  /** The controller's address, or its name, typed into the device itself; null: it looks for it. */
  pointer: string | null
}

/** A port of the feed that a router hands to a device inside. */
export interface Forward {
  id: Id
  routerId: Id
  protocol: 'udp' | 'tcp'
  port: number
  toDeviceId: Id
}

/** Tunnel ports: control and data. Source: RFC 5415 section 14. */
export const TUNNEL_PORTS = { control: 5246, data: 5247 } as const

export const NEW_CONTROLLER: ControllerPart = {
  licences: 0,
  form: 'appliance',
  publicIp: null,
  stagingNetworkId: null,
  encryptsTunnels: false,
  encryptionLicence: false,
  allowList: null,
  timeServer: null,
  dnsName: null,
  machine: null,
  interfaces: 1,
  isSetUp: true,
}

export const NEW_ADOPTION: Adoption = { controllerId: null, pointer: null }

export const NEW_CLUSTER: ClusterPart = { name: '', passphrase: null, priority: 100, sharedIp: null }

export const NEW_REMOTE: RemotePart = { latencyMs: null, householdSsid: '', isPageLocked: true }

/** Most members of a cluster. Common practice, no source. */
export const MOST_IN_CLUSTER = 10
