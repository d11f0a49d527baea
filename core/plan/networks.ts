import type { Band, Cidr, Id, Ip, VlanId } from './words'

export type Purpose = 'management' | 'staff' | 'tills' | 'cameras' | 'guests' | 'other'

export interface Pool {
  start: Ip
  end: Ip
}

/** One network = VLAN + subnet + address pool + who routes and serves it. */
export interface Network {
  id: Id
  name: string
  purpose: Purpose
  vlanId: VlanId
  subnet: Cidr
  /** The router's own address in this network, handed out as the gateway. */
  gateway: Ip | null
  pool: Pool | null
  nameServers: Ip[]
  /** How many clients are expected at once. */
  expectedClients: number
  /** Device that has an interface in this network and routes it. */
  routedBy: Id | null
  /** Device that answers address requests here. */
  servedBy: Id | null
  /** Whether the router translates this network's addresses towards the internet. */
  translated: boolean
  /** Whether the router passes address requests on to a server in another network (RFC 1542 relay agent). */
  relayed: boolean
  /** The controller that leases point at, and by which DHCP options. */
  announcedControllerId: Id | null
  announcedBy: '43' | '138' | 'both'
}

export type SecurityMode =
  | 'open'
  | 'wep'
  | 'wpa-tkip'
  /** WPA with TKIP for what is old, WPA2 with AES for the others, under one name and key. */
  | 'wpa-wpa2'
  | 'wpa2-aes'
  | 'wpa2-wpa3'
  | 'wpa3-sae'
  | 'wpa2-enterprise'
  | 'wpa3-enterprise'

export interface SecurityProfile {
  id: Id
  name: string
  mode: SecurityMode
  /** The shared key; null where the mode has none or none is set yet. */
  passphrase: string | null
  wps: boolean
  /** The profile every new SSID starts with. */
  isDefault: boolean
  /** Enterprise modes: whom the authenticator asks. */
  radius: RadiusTarget | null
}

/** What an authenticator (RFC 3580) knows of its RADIUS server. */
export interface RadiusTarget {
  serverId: Id | null
  port: number
  secret: string | null
  /** The device that speaks to the server for the clients. */
  authenticator: 'accessPoint' | 'controller'
  /** The client profile that people's devices are given: how they prove themselves. */
  method: EapMethod
  /** Whose certificates clients take for the server's; null: they take any. Empty: the site's own authority. */
  trusts: string | null
}

/**
 * How a client proves itself inside 802.1X: a password inside a tunnel, two ways of it, or a certificate of its own. Source of the
 * names: RFC 5281 (TTLS), RFC 5216 (TLS); PEAP with MS-CHAPv2 is common practice, no source.
 */
export type EapMethod = 'peap' | 'ttls' | 'tls'

/** What each is called on the screens of clients. */
export const METHOD_NAME: Record<EapMethod, string> = {
  peap: 'PEAP with MS-CHAPv2',
  ttls: 'TTLS with PAP',
  tls: 'TLS with a certificate of its own',
}

export const EAP_METHODS = Object.keys(METHOD_NAME) as EapMethod[]

/** Source: RFC 2865 section 3. */
export const RADIUS_PORT = 1812

export const NEW_RADIUS_TARGET: RadiusTarget = {
  serverId: null,
  port: RADIUS_PORT,
  secret: null,
  authenticator: 'accessPoint',
  method: 'peap',
  trusts: '',
}

export interface Ssid {
  id: Id
  name: string
  networkId: Id | null
  profileId: Id | null
  bands: Band[]
  /** Access points that offer it; null means every one. */
  accessPointIds: Id[] | null
  /** Groups that offer it; null means that `accessPointIds` decides. */
  groupIds: Id[] | null
  hidden: boolean
  /** Clients of this SSID cannot talk to each other. */
  isolated: boolean
  schedule: 'always' | 'whenWanted'
  /** Hardware addresses that may join; null: any may who has the key. A layer, and no lock. */
  macList: string[] | null
}

/** Access points that offer the same: SSIDs name the group, wired jacks stand here. */
export interface Group {
  id: Id
  name: string
  accessPointIds: Id[]
  jacks: Jack[]
}

/** A wired socket of the group's access points, put on one network. */
export interface Jack {
  port: number
  networkId: Id
}
