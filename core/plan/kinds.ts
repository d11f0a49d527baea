import type { Device, DeviceKind, DeviceParts, HouseholdRole, Uplink } from './devices'

export type PartName = keyof DeviceParts

/** What is true of every device of a kind. Code asks the row; nothing else compares kinds. */
export interface KindRow {
  /** As it stands in a sentence. */
  noun: string
  parts: readonly PartName[]
  /** Parts that one of them may have besides: it manages others, it is a member of a cluster, it stands elsewhere. */
  mayHave: readonly PartName[]
  /** What its ports do to frames. aware: sorts by VLAN · transparent: passes all on as it is · host: an end of its own. */
  forwards: 'aware' | 'transparent' | 'host' | 'byRole'
  /** Whether it routes between networks; `byRole`: what it is used as decides. */
  routes: 'always' | 'byRole' | 'never'
  /** Whether clients join it by radio. */
  offersSsids: 'always' | 'byRole' | 'never'
  /** A switch that cables are run to; plain: it has no settings. */
  switching: 'managed' | 'plain' | null
  /** Which VLANs are on its wire: byPort: as each port is set · bySsids: as its SSIDs and its management need them. */
  wireVlans: 'byPort' | 'bySsids' | null
  /** Whether its sockets lie side by side: what gets a strip, and a place in the port map. */
  hasStrip: boolean
  /** Whether a cable to it brings a feed on: what a router behind it may be plugged into. */
  feedsOn: boolean
  /** Whether it carries other people's traffic at its ports' speed. */
  carries: boolean
  /** A guest of a switch that may be plugged into any port that suits it. */
  isMovable: boolean
  /** Whether an address server runs on it, or could. */
  mayServe: boolean
  /** Whether it asks a RADIUS server for those that log in at it (RFC 2865: the NAS). */
  asksRadius: boolean
  /** Whether it is delivered with a login that has to be changed. */
  hasLogin: boolean
  /** Whether it gives power at its far port whatever the port says. */
  injects: boolean
  /** Whether it has a state that somebody could look at: it boots and runs. */
  hasState: boolean
}

const NOTHING: KindRow = {
  noun: '',
  parts: [],
  mayHave: [],
  forwards: 'transparent',
  routes: 'never',
  offersSsids: 'never',
  switching: null,
  wireVlans: null,
  hasStrip: false,
  feedsOn: false,
  carries: false,
  isMovable: false,
  mayServe: false,
  asksRadius: false,
  hasLogin: true,
  injects: false,
  hasState: true,
}

const row = (noun: string, part: Partial<KindRow>): KindRow => ({ ...NOTHING, noun, ...part })

/** One row per kind of device: the one place that knows them. */
export const KINDS = {
  modem: row('modem', { parts: ['modem'], feedsOn: true, carries: true, hasState: false }),
  gateway: row('gateway', {
    parts: ['router'],
    mayHave: ['controller'],
    forwards: 'aware',
    routes: 'always',
    wireVlans: 'byPort',
    hasStrip: true,
    feedsOn: true,
    carries: true,
    mayServe: true,
  }),
  router: row('household router', {
    parts: ['router', 'mesh'],
    mayHave: ['controller'],
    forwards: 'byRole',
    routes: 'byRole',
    offersSsids: 'byRole',
    hasStrip: true,
    carries: true,
    mayServe: true,
    asksRadius: true,
  }),
  switch: row('switch', {
    mayHave: ['controller'],
    forwards: 'aware',
    switching: 'managed',
    wireVlans: 'byPort',
    hasStrip: true,
    feedsOn: true,
    carries: true,
  }),
  unmanagedSwitch: row('unmanaged switch', {
    switching: 'plain',
    hasStrip: true,
    feedsOn: true,
    isMovable: true,
    hasLogin: false,
    hasState: false,
  }),
  accessPoint: row('access point', {
    parts: ['adoption', 'mesh'],
    mayHave: ['controller', 'cluster', 'remote'],
    forwards: 'aware',
    offersSsids: 'always',
    wireVlans: 'bySsids',
    carries: true,
    isMovable: true,
    asksRadius: true,
  }),
  controller: row('controller', {
    parts: ['controller'],
    forwards: 'host',
    isMovable: true,
    mayServe: true,
    asksRadius: true,
  }),
  radius: row('RADIUS server', {
    parts: ['radius'],
    mayHave: ['controller'],
    forwards: 'host',
    isMovable: true,
  }),
  station: row('client', {
    parts: ['station'],
    forwards: 'host',
    isMovable: true,
    mayServe: true,
    hasLogin: false,
    hasState: false,
  }),
  injector: row('injector', { injects: true, hasLogin: false, hasState: false }),
  powerline: row('powerline adapter', { hasLogin: false, hasState: false }),
} as const satisfies Record<DeviceKind, KindRow>

export const DEVICE_KINDS = Object.keys(KINDS) as DeviceKind[]

export const kindOf = ({ kind }: { kind: DeviceKind }): KindRow => KINDS[kind]

/** What a household router is used as. */
interface RoleRow {
  /** It has two sides; one that only bridges is a plain switch with a radio. */
  routes: boolean
  /** Clients join it by radio: not where it is itself a client. */
  offersSsids: boolean
  /** It may be part of a mesh: it keeps no network of its own behind it. */
  meshes: boolean
  /** Its radio is a way to another device. */
  isByRadio: boolean
}

/** A household router is three things in one case; one row per use. */
export const ROLES = {
  gateway: { routes: true, offersSsids: true, meshes: true, isByRadio: false },
  plainAp: { routes: false, offersSsids: true, meshes: true, isByRadio: false },
  innerRouter: { routes: true, offersSsids: true, meshes: false, isByRadio: false },
  station: { routes: true, offersSsids: false, meshes: false, isByRadio: true },
  bridgeEnd: { routes: false, offersSsids: true, meshes: false, isByRadio: true },
  repeater: { routes: false, offersSsids: true, meshes: true, isByRadio: true },
} as const satisfies Record<HouseholdRole, RoleRow>

export const HOUSEHOLD_ROLES = Object.keys(ROLES) as HouseholdRole[]

export const roleOf = (device: Device): HouseholdRole | null => device.router?.role ?? null

/** The use of a device that has more than one; null for all others. A new one is a plain access point. */
export const roleRow = (device: Device): RoleRow | null =>
  kindOf(device).routes === 'byRole' ? ROLES[roleOf(device) ?? 'plainAp'] : null

/** An access point, adopted and set up as a whole. */
export const isAccessPoint = (device: { kind: DeviceKind } | undefined): boolean =>
  device !== undefined && kindOf(device).offersSsids === 'always'

/** A box that is used as one of several things, and not a gateway by build. */
export const isHouseholdRouter = (device: { kind: DeviceKind }): boolean => kindOf(device).routes === 'byRole'

/** Whether a household router routes, as it is used. */
export const routesAtHome = (device: Device): boolean => roleRow(device)?.routes ?? false

/** A router behind the router: a client of the network that its uplink is plugged into. */
export const isInnerRouter = (device: Device): boolean => routesAtHome(device) && roleOf(device) !== 'gateway'

/** The side of a router that faces its feed; null where it has none by cable. */
export const wanOf = (device: Device): Uplink | null => device.router?.uplink ?? null

/** What stands between the site and its feed: a gateway, or a household router used as one. */
export const isGateway = (device: Device): boolean =>
  kindOf(device).routes === 'always' || roleOf(device) === 'gateway'

/** Whether clients can join the device by radio: every access point, and a household router that is not itself a client. */
export const isOnAir = (device: Device): boolean =>
  roleRow(device)?.offersSsids ?? kindOf(device).offersSsids === 'always'

/** A switch or gateway whose ports' VLANs are set one by one. */
export const isSetByPort = (device: { kind: DeviceKind }): boolean => kindOf(device).wireVlans === 'byPort'
